CREATE TABLE `known_devices` (
	`token_hash` varchar(64) NOT NULL,
	`person` varchar(40) NOT NULL,
	`seen_at` datetime NOT NULL,
	CONSTRAINT `known_devices_token_hash` PRIMARY KEY(`token_hash`)
);
--> statement-breakpoint
ALTER TABLE `edits` ADD `key` varchar(40);--> statement-breakpoint
ALTER TABLE `risers` ADD `bundles` int;--> statement-breakpoint
ALTER TABLE `sessions` ADD `started_at` datetime;--> statement-breakpoint
ALTER TABLE `sessions` ADD `seen_at` datetime;--> statement-breakpoint
ALTER TABLE `sessions` ADD `agent` varchar(200);--> statement-breakpoint
ALTER TABLE `measurements` ADD `heading_deg` double;--> statement-breakpoint
ALTER TABLE `known_devices` ADD CONSTRAINT `known_devices_person_people_id_fk` FOREIGN KEY (`person`) REFERENCES `people`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `known_devices_person` ON `known_devices` (`person`);--> statement-breakpoint
CREATE INDEX `sessions_person` ON `sessions` (`person`);
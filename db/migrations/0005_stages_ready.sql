CREATE TABLE `snapshots` (
	`design` varchar(40) NOT NULL,
	`revision` int NOT NULL,
	`shape` varchar(16) NOT NULL,
	`body` longblob NOT NULL,
	CONSTRAINT `snapshots_design` PRIMARY KEY(`design`)
);
--> statement-breakpoint
ALTER TABLE `automations` MODIFY COLUMN `priority` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `cable_types` MODIFY COLUMN `medium` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `closets` MODIFY COLUMN `kind` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `devices` MODIFY COLUMN `status` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `devices` MODIFY COLUMN `protocol` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `drops` MODIFY COLUMN `state` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `drops` MODIFY COLUMN `trade` varchar(40);--> statement-breakpoint
ALTER TABLE `kinds` MODIFY COLUMN `glyph` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `kinds` MODIFY COLUMN `service` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `materials` MODIFY COLUMN `source` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `openings` MODIFY COLUMN `kind` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `openings` MODIFY COLUMN `outside_is` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `openings` MODIFY COLUMN `glazing` varchar(40);--> statement-breakpoint
ALTER TABLE `openings` MODIFY COLUMN `hinge` varchar(40);--> statement-breakpoint
ALTER TABLE `rooms` MODIFY COLUMN `type` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `symmetries` MODIFY COLUMN `axis` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `trunks` MODIFY COLUMN `kind` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `trunks` MODIFY COLUMN `divider` varchar(40);--> statement-breakpoint
ALTER TABLE `constraints` MODIFY COLUMN `kind` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `constraints` MODIFY COLUMN `tenure` varchar(40);--> statement-breakpoint
ALTER TABLE `problems` MODIFY COLUMN `kind` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `requirements` MODIFY COLUMN `step` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `circuits` MODIFY COLUMN `phase` varchar(40);--> statement-breakpoint
ALTER TABLE `fixtures` MODIFY COLUMN `kind` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `lamps` MODIFY COLUMN `colour` varchar(40);--> statement-breakpoint
ALTER TABLE `legs` MODIFY COLUMN `feed` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `measurements` MODIFY COLUMN `of` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `switches` MODIFY COLUMN `neutral` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `traces` MODIFY COLUMN `result` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `options` MODIFY COLUMN `kind` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `options` MODIFY COLUMN `protocol` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `options` MODIFY COLUMN `supply` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `options` MODIFY COLUMN `updates` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `options` MODIFY COLUMN `dimming` varchar(40);--> statement-breakpoint
ALTER TABLE `options` MODIFY COLUMN `source` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `wants` MODIFY COLUMN `function` varchar(40) NOT NULL;--> statement-breakpoint
ALTER TABLE `snapshots` ADD CONSTRAINT `snapshots_design_designs_id_fk` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `edits_person` ON `edits` (`design`,`person`);
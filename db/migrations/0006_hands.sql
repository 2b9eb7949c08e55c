CREATE TABLE `acceptances` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`code` varchar(80) NOT NULL,
	`about` json NOT NULL,
	`reason` varchar(400) NOT NULL,
	`by` varchar(80) NOT NULL,
	`on` varchar(10) NOT NULL,
	`measured` double,
	CONSTRAINT `acceptances_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
ALTER TABLE `designs` ADD `money_rate` double;--> statement-breakpoint
ALTER TABLE `designs` ADD `language` varchar(40);--> statement-breakpoint
ALTER TABLE `designs` ADD `copied_from` json;--> statement-breakpoint
ALTER TABLE `acceptances` ADD CONSTRAINT `acceptances_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;
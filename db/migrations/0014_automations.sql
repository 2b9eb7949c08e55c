CREATE TABLE `dials` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`kind` varchar(40) NOT NULL,
	`unit` varchar(10),
	`value` varchar(20) NOT NULL,
	`min` double,
	`max` double,
	`room` varchar(40),
	`leave_be` boolean,
	`set_by` json,
	`shows` json,
	CONSTRAINT `dials_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `groups` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`room` varchar(40),
	`points` json NOT NULL,
	CONSTRAINT `groups_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `scenes` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`room` varchar(40),
	`settings` json NOT NULL,
	`fade_s` double,
	CONSTRAINT `scenes_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `calendars` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`kind` varchar(40) NOT NULL,
	`events` json NOT NULL,
	CONSTRAINT `calendars_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
ALTER TABLE `automations` ADD `reason` varchar(40);--> statement-breakpoint
ALTER TABLE `automations` ADD `room` varchar(40);--> statement-breakpoint
ALTER TABLE `automations` ADD `again` varchar(40);--> statement-breakpoint
ALTER TABLE `automations` ADD `template` varchar(40);--> statement-breakpoint
ALTER TABLE `automations` ADD `parameters` json;--> statement-breakpoint
ALTER TABLE `dials` ADD CONSTRAINT `dials_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `dials` ADD CONSTRAINT `dials_room` FOREIGN KEY (`design`,`room`) REFERENCES `rooms`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `groups` ADD CONSTRAINT `groups_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `groups` ADD CONSTRAINT `groups_room` FOREIGN KEY (`design`,`room`) REFERENCES `rooms`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `scenes` ADD CONSTRAINT `scenes_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `scenes` ADD CONSTRAINT `scenes_room` FOREIGN KEY (`design`,`room`) REFERENCES `rooms`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `calendars` ADD CONSTRAINT `calendars_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `automations` ADD CONSTRAINT `automations_room` FOREIGN KEY (`design`,`room`) REFERENCES `rooms`(`design`,`id`) ON DELETE no action ON UPDATE no action;
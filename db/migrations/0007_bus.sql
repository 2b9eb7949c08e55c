CREATE TABLE `bus_profiles` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`supply_v` double,
	`topologies` json NOT NULL,
	`limits` json NOT NULL,
	`sources` json,
	`termination_ohm` double,
	`address_from` int,
	`address_to` int,
	`cable_type` varchar(40),
	`notes` varchar(400),
	CONSTRAINT `bus_profiles_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `bus_supplies` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`closet` varchar(40) NOT NULL,
	`volts` double NOT NULL,
	`max_a` double NOT NULL,
	`circuit` varchar(40),
	CONSTRAINT `bus_supplies_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `segments` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`profile` varchar(40) NOT NULL,
	`closet` varchar(40) NOT NULL,
	`supply` varchar(40),
	`topology` varchar(40) NOT NULL,
	`cable_type` varchar(40) NOT NULL,
	`parallel` int,
	`supplies` json,
	`closed_at_closet` boolean,
	`closed_at_end` boolean,
	CONSTRAINT `segments_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `stops` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`segment` varchar(40) NOT NULL,
	`point` varchar(40),
	`device` varchar(40),
	`order` int NOT NULL,
	`parent` varchar(40),
	`current_a` double,
	`watts` double,
	`address` int,
	CONSTRAINT `stops_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `segment_rules` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`rule` varchar(40) NOT NULL,
	`one` json NOT NULL,
	`other` json,
	`why` varchar(200) NOT NULL,
	CONSTRAINT `segment_rules_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
ALTER TABLE `points` ADD `through` varchar(40);--> statement-breakpoint
ALTER TABLE `bus_profiles` ADD CONSTRAINT `bus_profiles_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `bus_profiles` ADD CONSTRAINT `bus_profiles_cable_type` FOREIGN KEY (`design`,`cable_type`) REFERENCES `cable_types`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `bus_supplies` ADD CONSTRAINT `bus_supplies_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `bus_supplies` ADD CONSTRAINT `bus_supplies_closet` FOREIGN KEY (`design`,`closet`) REFERENCES `closets`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `bus_supplies` ADD CONSTRAINT `bus_supplies_circuit` FOREIGN KEY (`design`,`circuit`) REFERENCES `circuits`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `segments` ADD CONSTRAINT `segments_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `segments` ADD CONSTRAINT `segments_profile` FOREIGN KEY (`design`,`profile`) REFERENCES `bus_profiles`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `segments` ADD CONSTRAINT `segments_closet` FOREIGN KEY (`design`,`closet`) REFERENCES `closets`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `segments` ADD CONSTRAINT `segments_supply` FOREIGN KEY (`design`,`supply`) REFERENCES `bus_supplies`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `segments` ADD CONSTRAINT `segments_cable_type` FOREIGN KEY (`design`,`cable_type`) REFERENCES `cable_types`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `stops` ADD CONSTRAINT `stops_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `stops` ADD CONSTRAINT `stops_segment` FOREIGN KEY (`design`,`segment`) REFERENCES `segments`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `stops` ADD CONSTRAINT `stops_point` FOREIGN KEY (`design`,`point`) REFERENCES `points`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `stops` ADD CONSTRAINT `stops_device` FOREIGN KEY (`design`,`device`) REFERENCES `devices`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `segment_rules` ADD CONSTRAINT `segment_rules_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;
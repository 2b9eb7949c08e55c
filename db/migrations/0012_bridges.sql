CREATE TABLE `ecosystems` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`accepts` json NOT NULL,
	`keeps` json,
	`port` int,
	`uncertified` varchar(40) NOT NULL,
	`max_devices` int,
	`rooms_carry` boolean,
	`speech` varchar(40) NOT NULL,
	`local` boolean,
	`factor_for` json,
	`several` varchar(40),
	`by_code` boolean,
	`by_share` boolean,
	`shares` boolean,
	`join_min` double,
	`open_min` double,
	`network` varchar(60),
	`holder` varchar(40),
	`source` varchar(120),
	CONSTRAINT `ecosystems_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `bridges` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`host` varchar(60) NOT NULL,
	`port` int NOT NULL,
	`network` varchar(60),
	`filter` json,
	`saved_as` json,
	`saved_on` varchar(10),
	`certified` boolean,
	`max_devices` int,
	`joined` json,
	`multicast` boolean,
	`watchdog` boolean,
	`restart` varchar(200),
	CONSTRAINT `bridges_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `exposures` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`device` varchar(40) NOT NULL,
	`ecosystem` varchar(40) NOT NULL,
	`bridge` varchar(40) NOT NULL,
	`spoken_name` varchar(80),
	`room` varchar(40),
	`as` varchar(40),
	`factor` boolean,
	`placed` boolean,
	CONSTRAINT `exposures_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `pairs` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`left` varchar(40) NOT NULL,
	`right` varchar(40) NOT NULL,
	`way` varchar(40),
	`ecosystem` varchar(40),
	`left_down` varchar(40),
	`right_down` varchar(40),
	CONSTRAINT `pairs_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
ALTER TABLE `ecosystems` ADD CONSTRAINT `ecosystems_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `ecosystems` ADD CONSTRAINT `ecosystems_holder` FOREIGN KEY (`design`,`holder`) REFERENCES `household`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `bridges` ADD CONSTRAINT `bridges_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `exposures` ADD CONSTRAINT `exposures_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `exposures` ADD CONSTRAINT `exposures_device` FOREIGN KEY (`design`,`device`) REFERENCES `devices`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `exposures` ADD CONSTRAINT `exposures_ecosystem` FOREIGN KEY (`design`,`ecosystem`) REFERENCES `ecosystems`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `exposures` ADD CONSTRAINT `exposures_bridge` FOREIGN KEY (`design`,`bridge`) REFERENCES `bridges`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `exposures` ADD CONSTRAINT `exposures_room` FOREIGN KEY (`design`,`room`) REFERENCES `rooms`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pairs` ADD CONSTRAINT `pairs_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pairs` ADD CONSTRAINT `pairs_left` FOREIGN KEY (`design`,`left`) REFERENCES `devices`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pairs` ADD CONSTRAINT `pairs_right` FOREIGN KEY (`design`,`right`) REFERENCES `devices`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pairs` ADD CONSTRAINT `pairs_ecosystem` FOREIGN KEY (`design`,`ecosystem`) REFERENCES `ecosystems`(`design`,`id`) ON DELETE no action ON UPDATE no action;
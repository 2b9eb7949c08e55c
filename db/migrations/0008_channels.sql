CREATE TABLE `module_types` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`drives` varchar(40) NOT NULL,
	`channels` int NOT NULL,
	`units` int NOT NULL,
	`carries` varchar(40) NOT NULL,
	`plain_a` double,
	`lamp_a` double,
	`motor_a` double,
	`heater_a` double,
	`heat_w` double NOT NULL,
	`bus_a` double,
	`price` double,
	`minutes` double,
	`source` varchar(80),
	CONSTRAINT `module_types_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `modules` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`kind` varchar(40) NOT NULL,
	`closet` varchar(40) NOT NULL,
	`row` int,
	`slot` int,
	`supply` varchar(40),
	CONSTRAINT `modules_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `channels` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`module` varchar(40) NOT NULL,
	`number` int NOT NULL,
	`load` varchar(40),
	`leg` varchar(40),
	`control` varchar(40),
	`switch` varchar(40),
	`gang` int,
	`circuit` varchar(40),
	`watts` double,
	CONSTRAINT `channels_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `links` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`input` varchar(40),
	`key` int,
	`channel` varchar(40),
	`output` varchar(40) NOT NULL,
	CONSTRAINT `links_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
ALTER TABLE `closets` ADD `cabinet_rows` int;--> statement-breakpoint
ALTER TABLE `closets` ADD `row_units` int;--> statement-breakpoint
ALTER TABLE `racks` ADD `price` double;--> statement-breakpoint
ALTER TABLE `rack_items` ADD `price` double;--> statement-breakpoint
ALTER TABLE `module_types` ADD CONSTRAINT `module_types_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `modules` ADD CONSTRAINT `modules_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `modules` ADD CONSTRAINT `modules_kind` FOREIGN KEY (`design`,`kind`) REFERENCES `module_types`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `modules` ADD CONSTRAINT `modules_closet` FOREIGN KEY (`design`,`closet`) REFERENCES `closets`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `modules` ADD CONSTRAINT `modules_supply` FOREIGN KEY (`design`,`supply`) REFERENCES `bus_supplies`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `channels` ADD CONSTRAINT `channels_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `channels` ADD CONSTRAINT `channels_module` FOREIGN KEY (`design`,`module`) REFERENCES `modules`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `channels` ADD CONSTRAINT `channels_load` FOREIGN KEY (`design`,`load`) REFERENCES `points`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `channels` ADD CONSTRAINT `channels_leg` FOREIGN KEY (`design`,`leg`) REFERENCES `legs`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `channels` ADD CONSTRAINT `channels_control` FOREIGN KEY (`design`,`control`) REFERENCES `points`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `channels` ADD CONSTRAINT `channels_switch` FOREIGN KEY (`design`,`switch`) REFERENCES `switches`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `channels` ADD CONSTRAINT `channels_circuit` FOREIGN KEY (`design`,`circuit`) REFERENCES `circuits`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `links` ADD CONSTRAINT `links_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `links` ADD CONSTRAINT `links_input` FOREIGN KEY (`design`,`input`) REFERENCES `points`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `links` ADD CONSTRAINT `links_channel` FOREIGN KEY (`design`,`channel`) REFERENCES `channels`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `links` ADD CONSTRAINT `links_output` FOREIGN KEY (`design`,`output`) REFERENCES `channels`(`design`,`id`) ON DELETE no action ON UPDATE no action;
CREATE TABLE `racks` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`closet` varchar(40) NOT NULL,
	`form` varchar(40) NOT NULL,
	`units` int NOT NULL,
	`depth_mm` double NOT NULL,
	`max_kg` double NOT NULL,
	`circuit` varchar(40),
	`bolted` boolean,
	`delta_c` double,
	CONSTRAINT `racks_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `rack_items` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`rack` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`kind` varchar(40) NOT NULL,
	`u` int,
	`height_u` int NOT NULL,
	`side` varchar(40) NOT NULL,
	`depth_mm` double NOT NULL,
	`kg` double NOT NULL,
	`watts` double NOT NULL,
	`watts_max` double,
	`vent_u` int,
	`max_c` double,
	`ports` json,
	`poe_budget_w` double,
	`outlets` int,
	`battery_wh` double,
	`efficiency` double,
	`usable_share` double,
	`shed_at_pct` double,
	`touched` boolean,
	CONSTRAINT `rack_items_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `patches` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`drop` varchar(60) NOT NULL,
	`panel_port` varchar(60),
	`switch_port` varchar(60),
	`network` varchar(30),
	CONSTRAINT `patches_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
ALTER TABLE `closets` ADD `ua_wper_k` double;--> statement-breakpoint
ALTER TABLE `closets` ADD `plant_w` double;--> statement-breakpoint
ALTER TABLE `racks` ADD CONSTRAINT `racks_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `racks` ADD CONSTRAINT `racks_closet` FOREIGN KEY (`design`,`closet`) REFERENCES `closets`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `racks` ADD CONSTRAINT `racks_circuit` FOREIGN KEY (`design`,`circuit`) REFERENCES `circuits`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `rack_items` ADD CONSTRAINT `rack_items_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `rack_items` ADD CONSTRAINT `rack_items_rack` FOREIGN KEY (`design`,`rack`) REFERENCES `racks`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `patches` ADD CONSTRAINT `patches_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;
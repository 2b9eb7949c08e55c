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
CREATE TABLE `boards` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`closet` varchar(40),
	`room` varchar(40),
	`has` json NOT NULL,
	`supply_v` double NOT NULL,
	`supply_w` double NOT NULL,
	`own_w` double NOT NULL,
	`margin_pct` double,
	`stations_most` int,
	`upkeep_h` double,
	CONSTRAINT `boards_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `pins` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`board` varchar(40) NOT NULL,
	`demand` varchar(40) NOT NULL,
	`does` varchar(60) NOT NULL,
	`at` varchar(60),
	`pin` varchar(12),
	`colour` varchar(20),
	`load` varchar(40),
	`contact` varchar(40),
	`valve` varchar(40),
	`wanted_on_failure` varchar(40),
	`watts` double,
	CONSTRAINT `pins_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `remotes` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`set` varchar(40),
	`mhz` double NOT NULL,
	`on` int NOT NULL,
	`off` int NOT NULL,
	`bits` int NOT NULL,
	`pulse_us` double NOT NULL,
	`repeats` int NOT NULL,
	`load` varchar(40),
	CONSTRAINT `remotes_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `stations` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`board` varchar(40),
	`mode` varchar(40) NOT NULL,
	`order` int NOT NULL,
	`minutes` double NOT NULL,
	`gap_min` double,
	`start_at` varchar(5),
	`load` varchar(40),
	CONSTRAINT `stations_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
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
ALTER TABLE `designs` ADD `bus_settings` json;--> statement-breakpoint
ALTER TABLE `closets` ADD `ua_wper_k` double;--> statement-breakpoint
ALTER TABLE `closets` ADD `plant_w` double;--> statement-breakpoint
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
ALTER TABLE `segment_rules` ADD CONSTRAINT `segment_rules_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `boards` ADD CONSTRAINT `boards_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `boards` ADD CONSTRAINT `boards_closet` FOREIGN KEY (`design`,`closet`) REFERENCES `closets`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `boards` ADD CONSTRAINT `boards_room` FOREIGN KEY (`design`,`room`) REFERENCES `rooms`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pins` ADD CONSTRAINT `pins_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pins` ADD CONSTRAINT `pins_board` FOREIGN KEY (`design`,`board`) REFERENCES `boards`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `pins` ADD CONSTRAINT `pins_load` FOREIGN KEY (`design`,`load`) REFERENCES `points`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `remotes` ADD CONSTRAINT `remotes_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `remotes` ADD CONSTRAINT `remotes_load` FOREIGN KEY (`design`,`load`) REFERENCES `points`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `stations` ADD CONSTRAINT `stations_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `stations` ADD CONSTRAINT `stations_board` FOREIGN KEY (`design`,`board`) REFERENCES `boards`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `stations` ADD CONSTRAINT `stations_load` FOREIGN KEY (`design`,`load`) REFERENCES `points`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `racks` ADD CONSTRAINT `racks_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `racks` ADD CONSTRAINT `racks_closet` FOREIGN KEY (`design`,`closet`) REFERENCES `closets`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `racks` ADD CONSTRAINT `racks_circuit` FOREIGN KEY (`design`,`circuit`) REFERENCES `circuits`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `rack_items` ADD CONSTRAINT `rack_items_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `rack_items` ADD CONSTRAINT `rack_items_rack` FOREIGN KEY (`design`,`rack`) REFERENCES `racks`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `patches` ADD CONSTRAINT `patches_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;
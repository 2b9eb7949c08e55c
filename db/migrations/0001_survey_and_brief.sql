CREATE TABLE `pictures` (
	`design` varchar(40) NOT NULL,
	`hash` varchar(64) NOT NULL,
	`type` varchar(40) NOT NULL,
	`bytes` longblob NOT NULL,
	CONSTRAINT `pictures_design_hash_pk` PRIMARY KEY(`design`,`hash`)
);
--> statement-breakpoint
CREATE TABLE `constraints` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(160) NOT NULL,
	`kind` varchar(20) NOT NULL,
	`tenure` varchar(20),
	`amount` double,
	`by` varchar(10),
	`languages` json,
	`rooms` json NOT NULL,
	`walls` json NOT NULL,
	CONSTRAINT `constraints_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `household` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`role` varchar(60) NOT NULL,
	`sleeps_from` varchar(5),
	`sleeps_to` varchar(5),
	`schedule` varchar(200),
	`needs` json,
	CONSTRAINT `household_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `phases` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`order` int NOT NULL,
	`rooms` json NOT NULL,
	`disruption` int NOT NULL,
	`signed_off_by` varchar(80),
	`signed_off_on` varchar(10),
	CONSTRAINT `phases_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `problems` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(120) NOT NULL,
	`kind` varchar(20) NOT NULL,
	`rooms` json NOT NULL,
	`people` json NOT NULL,
	`severity` int NOT NULL,
	`per_week` double NOT NULL,
	`evidence` varchar(400),
	`effort_h` double,
	`phase` varchar(40),
	`points` json NOT NULL,
	`devices` json NOT NULL,
	`automations` json NOT NULL,
	CONSTRAINT `problems_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `requirements` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(160) NOT NULL,
	`problems` json NOT NULL,
	`asked_by` varchar(40),
	`if_not` varchar(400),
	`step` varchar(20) NOT NULL,
	`moves` json NOT NULL,
	`automations` json NOT NULL,
	CONSTRAINT `requirements_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `uses` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`automation` varchar(40),
	`device` varchar(40),
	`last_on` varchar(10) NOT NULL,
	`kept` boolean,
	`note` varchar(200),
	CONSTRAINT `uses_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `circuits` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`breaker_a` double,
	`phase` varchar(20),
	`residual_ma` double,
	CONSTRAINT `circuits_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `fixtures` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`level` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`kind` varchar(20) NOT NULL,
	`outline` json NOT NULL,
	`clearance_m` double NOT NULL,
	CONSTRAINT `fixtures_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `lamps` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`level` varchar(40) NOT NULL,
	`room` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`x` double NOT NULL,
	`y` double NOT NULL,
	`leg` varchar(40),
	`count` int NOT NULL,
	`cap` varchar(20),
	`watts` double,
	`colour` varchar(20),
	CONSTRAINT `lamps_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `legs` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`switches` json NOT NULL,
	`circuit` varchar(40),
	`feed` varchar(20) NOT NULL,
	CONSTRAINT `legs_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `mains_runs` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`level` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`path` json NOT NULL,
	`height_m` double,
	`circuit` varchar(40),
	CONSTRAINT `mains_runs_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `measurements` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`room` varchar(40),
	`side` int,
	`wall` varchar(40),
	`opening` varchar(40),
	`of` varchar(20) NOT NULL,
	`typed` varchar(40) NOT NULL,
	`metres` double NOT NULL,
	`on` varchar(10),
	CONSTRAINT `measurements_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `no_go` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`level` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`outline` json NOT NULL,
	`why` varchar(200),
	CONSTRAINT `no_go_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `switches` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`level` varchar(40) NOT NULL,
	`room` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`x` double NOT NULL,
	`y` double NOT NULL,
	`z` double NOT NULL,
	`gangs` int NOT NULL,
	`box_depth_mm` double,
	`neutral` varchar(20) NOT NULL,
	CONSTRAINT `switches_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `traces` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`switch` varchar(40) NOT NULL,
	`gang` int NOT NULL,
	`on` varchar(10) NOT NULL,
	`result` varchar(20) NOT NULL,
	`lamps` json NOT NULL,
	`note` varchar(400),
	CONSTRAINT `traces_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `underlays` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`level` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`picture` varchar(64) NOT NULL,
	`width_px` int NOT NULL,
	`height_px` int NOT NULL,
	`x` double NOT NULL,
	`y` double NOT NULL,
	`metres_per_px` double NOT NULL,
	`turn_deg` double NOT NULL,
	`opacity_pct` double NOT NULL,
	`hidden` boolean,
	CONSTRAINT `underlays_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
ALTER TABLE `automations` ADD `phase` varchar(40);--> statement-breakpoint
ALTER TABLE `levels` ADD `ceiling_material` varchar(40);--> statement-breakpoint
ALTER TABLE `openings` ADD `glazing` varchar(20);--> statement-breakpoint
ALTER TABLE `openings` ADD `hinge` varchar(20);--> statement-breakpoint
ALTER TABLE `points` ADD `phase` varchar(40);--> statement-breakpoint
ALTER TABLE `rooms` ADD `floor_material` varchar(40);--> statement-breakpoint
ALTER TABLE `rooms` ADD `ceiling_material` varchar(40);--> statement-breakpoint
ALTER TABLE `trunks` ADD `existing` boolean;--> statement-breakpoint
ALTER TABLE `pictures` ADD CONSTRAINT `pictures_design_designs_id_fk` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `constraints` ADD CONSTRAINT `constraints_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `household` ADD CONSTRAINT `household_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `phases` ADD CONSTRAINT `phases_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `problems` ADD CONSTRAINT `problems_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `problems` ADD CONSTRAINT `problems_phase` FOREIGN KEY (`design`,`phase`) REFERENCES `phases`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `requirements` ADD CONSTRAINT `requirements_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `requirements` ADD CONSTRAINT `requirements_asked_by` FOREIGN KEY (`design`,`asked_by`) REFERENCES `household`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `uses` ADD CONSTRAINT `uses_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `uses` ADD CONSTRAINT `uses_automation` FOREIGN KEY (`design`,`automation`) REFERENCES `automations`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `uses` ADD CONSTRAINT `uses_device` FOREIGN KEY (`design`,`device`) REFERENCES `devices`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `circuits` ADD CONSTRAINT `circuits_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `fixtures` ADD CONSTRAINT `fixtures_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `fixtures` ADD CONSTRAINT `fixtures_level` FOREIGN KEY (`design`,`level`) REFERENCES `levels`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `lamps` ADD CONSTRAINT `lamps_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `lamps` ADD CONSTRAINT `lamps_level` FOREIGN KEY (`design`,`level`) REFERENCES `levels`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `lamps` ADD CONSTRAINT `lamps_room` FOREIGN KEY (`design`,`room`) REFERENCES `rooms`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `lamps` ADD CONSTRAINT `lamps_leg` FOREIGN KEY (`design`,`leg`) REFERENCES `legs`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `legs` ADD CONSTRAINT `legs_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `legs` ADD CONSTRAINT `legs_circuit` FOREIGN KEY (`design`,`circuit`) REFERENCES `circuits`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `mains_runs` ADD CONSTRAINT `mains_runs_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `mains_runs` ADD CONSTRAINT `mains_runs_level` FOREIGN KEY (`design`,`level`) REFERENCES `levels`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `mains_runs` ADD CONSTRAINT `mains_runs_circuit` FOREIGN KEY (`design`,`circuit`) REFERENCES `circuits`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `measurements` ADD CONSTRAINT `measurements_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `measurements` ADD CONSTRAINT `measurements_room` FOREIGN KEY (`design`,`room`) REFERENCES `rooms`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `measurements` ADD CONSTRAINT `measurements_wall` FOREIGN KEY (`design`,`wall`) REFERENCES `walls`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `measurements` ADD CONSTRAINT `measurements_opening` FOREIGN KEY (`design`,`opening`) REFERENCES `openings`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `no_go` ADD CONSTRAINT `no_go_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `no_go` ADD CONSTRAINT `no_go_level` FOREIGN KEY (`design`,`level`) REFERENCES `levels`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `switches` ADD CONSTRAINT `switches_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `switches` ADD CONSTRAINT `switches_level` FOREIGN KEY (`design`,`level`) REFERENCES `levels`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `switches` ADD CONSTRAINT `switches_room` FOREIGN KEY (`design`,`room`) REFERENCES `rooms`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `traces` ADD CONSTRAINT `traces_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `traces` ADD CONSTRAINT `traces_switch` FOREIGN KEY (`design`,`switch`) REFERENCES `switches`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `underlays` ADD CONSTRAINT `underlays_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `underlays` ADD CONSTRAINT `underlays_level` FOREIGN KEY (`design`,`level`) REFERENCES `levels`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `automations` ADD CONSTRAINT `automations_phase` FOREIGN KEY (`design`,`phase`) REFERENCES `phases`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `levels` ADD CONSTRAINT `levels_ceiling` FOREIGN KEY (`design`,`ceiling_material`) REFERENCES `materials`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `points` ADD CONSTRAINT `points_phase` FOREIGN KEY (`design`,`phase`) REFERENCES `phases`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `rooms` ADD CONSTRAINT `rooms_floor` FOREIGN KEY (`design`,`floor_material`) REFERENCES `materials`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `rooms` ADD CONSTRAINT `rooms_ceiling` FOREIGN KEY (`design`,`ceiling_material`) REFERENCES `materials`(`design`,`id`) ON DELETE no action ON UPDATE no action;
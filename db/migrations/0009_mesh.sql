CREATE TABLE `radio_profiles` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`form` varchar(40) NOT NULL,
	`mhz` double NOT NULL,
	`n` double NOT NULL,
	`fade_db` double NOT NULL,
	`floor_db` double NOT NULL,
	`max_hops` int NOT NULL,
	`max_children` int NOT NULL,
	`tx_dbm` double NOT NULL,
	`sensitivity_dbm` double NOT NULL,
	`gain_dbi` double NOT NULL,
	`target_dbm` double,
	`channel` int,
	`width_mhz` double,
	`open_air_m` double,
	`source` varchar(120) NOT NULL,
	CONSTRAINT `radio_profiles_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `radios` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`device` varchar(40) NOT NULL,
	`profile` varchar(40) NOT NULL,
	`tx_dbm` double NOT NULL,
	`sensitivity_dbm` double NOT NULL,
	`gain_dbi` double NOT NULL,
	`routes` boolean NOT NULL,
	`coordinator` boolean,
	`supply` varchar(40),
	`switch` varchar(40),
	`circuit` varchar(40),
	`channel` int,
	`width_mhz` double,
	`metal_db` double,
	`critical` boolean,
	CONSTRAINT `radios_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `readings` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`at` json NOT NULL,
	`level` varchar(40) NOT NULL,
	`dbm` double NOT NULL,
	`from` varchar(40) NOT NULL,
	`by` varchar(40),
	`on` varchar(10),
	CONSTRAINT `readings_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `neighbours` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60),
	`form` varchar(40) NOT NULL,
	`channel` int NOT NULL,
	`width_mhz` double,
	`dbm` double NOT NULL,
	`room` varchar(40),
	CONSTRAINT `neighbours_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
ALTER TABLE `radio_profiles` ADD CONSTRAINT `radio_profiles_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `radios` ADD CONSTRAINT `radios_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `radios` ADD CONSTRAINT `radios_device` FOREIGN KEY (`design`,`device`) REFERENCES `devices`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `radios` ADD CONSTRAINT `radios_profile` FOREIGN KEY (`design`,`profile`) REFERENCES `radio_profiles`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `radios` ADD CONSTRAINT `radios_switch` FOREIGN KEY (`design`,`switch`) REFERENCES `switches`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `radios` ADD CONSTRAINT `radios_circuit` FOREIGN KEY (`design`,`circuit`) REFERENCES `circuits`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `readings` ADD CONSTRAINT `readings_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `readings` ADD CONSTRAINT `readings_level` FOREIGN KEY (`design`,`level`) REFERENCES `levels`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `readings` ADD CONSTRAINT `readings_from` FOREIGN KEY (`design`,`from`) REFERENCES `radios`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `readings` ADD CONSTRAINT `readings_by` FOREIGN KEY (`design`,`by`) REFERENCES `radios`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `neighbours` ADD CONSTRAINT `neighbours_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `neighbours` ADD CONSTRAINT `neighbours_room` FOREIGN KEY (`design`,`room`) REFERENCES `rooms`(`design`,`id`) ON DELETE no action ON UPDATE no action;
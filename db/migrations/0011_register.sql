CREATE TABLE `secret_looks` (
	`number` bigint unsigned AUTO_INCREMENT NOT NULL,
	`design` varchar(40) NOT NULL,
	`collection` varchar(40) NOT NULL,
	`row` varchar(40) NOT NULL,
	`field` varchar(40) NOT NULL,
	`person` varchar(40) NOT NULL,
	`how` varchar(10) NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `secret_looks_number` PRIMARY KEY(`number`)
);
--> statement-breakpoint
CREATE TABLE `secrets` (
	`design` varchar(40) NOT NULL,
	`collection` varchar(40) NOT NULL,
	`row` varchar(40) NOT NULL,
	`field` varchar(40) NOT NULL,
	`sealed` longblob NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `secrets_design_collection_row_field_pk` PRIMARY KEY(`design`,`collection`,`row`,`field`)
);
--> statement-breakpoint
CREATE TABLE `networks` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`cidr` varchar(18) NOT NULL,
	`vlan` int,
	`gateway` varchar(15),
	`pool_from` varchar(15),
	`pool_to` varchar(15),
	`carries` json,
	CONSTRAINT `networks_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `reservations` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`network` varchar(40) NOT NULL,
	`address` varchar(15) NOT NULL,
	`name` varchar(80) NOT NULL,
	`device` varchar(40),
	CONSTRAINT `reservations_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `keys` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`kind` varchar(40) NOT NULL,
	`device` varchar(40),
	`person` varchar(40),
	`value` varchar(200),
	`kept` boolean,
	CONSTRAINT `keys_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `step_templates` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`sort` varchar(40) NOT NULL,
	`order` int NOT NULL,
	`name` varchar(60) NOT NULL,
	`minutes` double NOT NULL,
	`needs` json NOT NULL,
	`how` varchar(400),
	`tools` json,
	`caution` varchar(300),
	`proof` varchar(40) NOT NULL,
	CONSTRAINT `step_templates_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `trials` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`option` varchar(40) NOT NULL,
	`with` varchar(40) NOT NULL,
	`result` varchar(40) NOT NULL,
	`worked` json NOT NULL,
	`lost` json NOT NULL,
	`one_way` boolean,
	`on` varchar(10) NOT NULL,
	`by` varchar(60),
	`note` varchar(400),
	CONSTRAINT `trials_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `firmwares` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`option` varchar(40) NOT NULL,
	`version` varchar(40) NOT NULL,
	`on` varchar(10),
	`least` boolean,
	`why` varchar(200),
	`way_back` boolean,
	CONSTRAINT `firmwares_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `device_readings` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`device` varchar(40) NOT NULL,
	`quantity` varchar(40) NOT NULL,
	`value` double NOT NULL,
	`at` varchar(24) NOT NULL,
	CONSTRAINT `device_readings_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `table_views` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`columns` json NOT NULL,
	`filters` json,
	`group_by` varchar(30),
	`sort_by` varchar(30),
	CONSTRAINT `table_views_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `task_runs` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`device` varchar(40) NOT NULL,
	`step` varchar(60) NOT NULL,
	`state` varchar(40) NOT NULL,
	`started_at` varchar(24),
	`ended_at` varchar(24),
	`by` varchar(80),
	`value` varchar(120),
	`note` varchar(400),
	`photo` varchar(64),
	CONSTRAINT `task_runs_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `visits` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`on` varchar(10) NOT NULL,
	`name` varchar(120) NOT NULL,
	`kind` varchar(40) NOT NULL,
	`devices` json NOT NULL,
	`every_months` int,
	`done_on` varchar(10),
	`by` varchar(80),
	`note` varchar(400),
	CONSTRAINT `visits_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `photos` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`device` varchar(40) NOT NULL,
	`hash` varchar(64) NOT NULL,
	`caption` varchar(120),
	`on` varchar(10),
	CONSTRAINT `photos_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `documents` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`device` varchar(40),
	`name` varchar(120) NOT NULL,
	`where` varchar(400) NOT NULL,
	`on` varchar(10),
	CONSTRAINT `documents_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
ALTER TABLE `designs` ADD `register_settings` json;--> statement-breakpoint
ALTER TABLE `devices` ADD `host` varchar(63);--> statement-breakpoint
ALTER TABLE `devices` ADD `topic` varchar(200);--> statement-breakpoint
ALTER TABLE `devices` ADD `code` varchar(120);--> statement-breakpoint
ALTER TABLE `devices` ADD `code_check` varchar(40);--> statement-breakpoint
ALTER TABLE `devices` ADD `cell` varchar(20);--> statement-breakpoint
ALTER TABLE `devices` ADD `cells` int;--> statement-breakpoint
ALTER TABLE `devices` ADD `events_per_day` double;--> statement-breakpoint
ALTER TABLE `devices` ADD `notes` varchar(1000);--> statement-breakpoint
ALTER TABLE `secret_looks` ADD CONSTRAINT `secret_looks_design_designs_id_fk` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `secrets` ADD CONSTRAINT `secrets_design_designs_id_fk` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `networks` ADD CONSTRAINT `networks_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `reservations` ADD CONSTRAINT `reservations_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `reservations` ADD CONSTRAINT `reservations_network` FOREIGN KEY (`design`,`network`) REFERENCES `networks`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `reservations` ADD CONSTRAINT `reservations_device` FOREIGN KEY (`design`,`device`) REFERENCES `devices`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `keys` ADD CONSTRAINT `keys_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `keys` ADD CONSTRAINT `keys_device` FOREIGN KEY (`design`,`device`) REFERENCES `devices`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `keys` ADD CONSTRAINT `keys_person` FOREIGN KEY (`design`,`person`) REFERENCES `household`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `step_templates` ADD CONSTRAINT `step_templates_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `trials` ADD CONSTRAINT `trials_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `trials` ADD CONSTRAINT `trials_option` FOREIGN KEY (`design`,`option`) REFERENCES `options`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `trials` ADD CONSTRAINT `trials_with` FOREIGN KEY (`design`,`with`) REFERENCES `options`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `firmwares` ADD CONSTRAINT `firmwares_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `firmwares` ADD CONSTRAINT `firmwares_option` FOREIGN KEY (`design`,`option`) REFERENCES `options`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `device_readings` ADD CONSTRAINT `device_readings_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `device_readings` ADD CONSTRAINT `device_readings_device` FOREIGN KEY (`design`,`device`) REFERENCES `devices`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `table_views` ADD CONSTRAINT `table_views_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `task_runs` ADD CONSTRAINT `task_runs_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `task_runs` ADD CONSTRAINT `task_runs_device` FOREIGN KEY (`design`,`device`) REFERENCES `devices`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `visits` ADD CONSTRAINT `visits_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `photos` ADD CONSTRAINT `photos_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `photos` ADD CONSTRAINT `photos_device` FOREIGN KEY (`design`,`device`) REFERENCES `devices`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `documents` ADD CONSTRAINT `documents_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `documents` ADD CONSTRAINT `documents_device` FOREIGN KEY (`design`,`device`) REFERENCES `devices`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `secret_looks_design` ON `secret_looks` (`design`,`number`);
CREATE TABLE `room_kits` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`room` varchar(40) NOT NULL,
	`kind` varchar(40) NOT NULL,
	`drops` json NOT NULL,
	`mount_height_m` double,
	`box` varchar(40),
	CONSTRAINT `room_kits_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `symmetries` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`left` varchar(40) NOT NULL,
	`right` varchar(40) NOT NULL,
	`axis` varchar(10) NOT NULL,
	`at_m` double NOT NULL,
	CONSTRAINT `symmetries_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
ALTER TABLE `cable_types` ADD `loss_db` json;--> statement-breakpoint
ALTER TABLE `closets` ADD `poe_budget_w` double;--> statement-breakpoint
ALTER TABLE `closets` ADD `poe_ports` int;--> statement-breakpoint
ALTER TABLE `designs` ADD `legend` json;--> statement-breakpoint
ALTER TABLE `designs` ADD `running` json;--> statement-breakpoint
ALTER TABLE `drops` ADD `route` json;--> statement-breakpoint
ALTER TABLE `drops` ADD `test` json;--> statement-breakpoint
ALTER TABLE `drops` ADD `trade` varchar(20);--> statement-breakpoint
ALTER TABLE `drops` ADD `photo` varchar(64);--> statement-breakpoint
ALTER TABLE `drops` ADD `on` varchar(10);--> statement-breakpoint
ALTER TABLE `kinds` ADD `grouped` boolean;--> statement-breakpoint
ALTER TABLE `kinds` ADD `mains_lines` json;--> statement-breakpoint
ALTER TABLE `levels` ADD `slab_fire_min` int;--> statement-breakpoint
ALTER TABLE `points` ADD `drawn` json;--> statement-breakpoint
ALTER TABLE `trunks` ADD `width_mm` double;--> statement-breakpoint
ALTER TABLE `trunks` ADD `depth_mm` double;--> statement-breakpoint
ALTER TABLE `trunks` ADD `boxes` json;--> statement-breakpoint
ALTER TABLE `trunks` ADD `divider` varchar(20);--> statement-breakpoint
ALTER TABLE `trunks` ADD `bundles` int;--> statement-breakpoint
ALTER TABLE `walls` ADD `fire_min` int;--> statement-breakpoint
ALTER TABLE `fixtures` ADD `low_m` double;--> statement-breakpoint
ALTER TABLE `fixtures` ADD `high_m` double;--> statement-breakpoint
ALTER TABLE `room_kits` ADD CONSTRAINT `room_kits_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `room_kits` ADD CONSTRAINT `room_kits_room` FOREIGN KEY (`design`,`room`) REFERENCES `rooms`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `room_kits` ADD CONSTRAINT `room_kits_kind` FOREIGN KEY (`design`,`kind`) REFERENCES `kinds`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `symmetries` ADD CONSTRAINT `symmetries_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `symmetries` ADD CONSTRAINT `symmetries_left` FOREIGN KEY (`design`,`left`) REFERENCES `points`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `symmetries` ADD CONSTRAINT `symmetries_right` FOREIGN KEY (`design`,`right`) REFERENCES `points`(`design`,`id`) ON DELETE no action ON UPDATE no action;
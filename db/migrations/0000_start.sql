CREATE TABLE `automations` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`priority` varchar(20) NOT NULL,
	`cues` json NOT NULL,
	`guards` json NOT NULL,
	`moves` json NOT NULL,
	`enabled` boolean NOT NULL,
	CONSTRAINT `automations_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `cable_types` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`medium` varchar(20) NOT NULL,
	`conductors` int NOT NULL,
	`gauge` varchar(20) NOT NULL,
	`ohm_per_km` double,
	`outer_mm` double NOT NULL,
	`reel_m` double NOT NULL,
	`cost_per_m` double NOT NULL,
	`pairs` int,
	`screened` boolean,
	`rating` varchar(40),
	CONSTRAINT `cable_types_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `closets` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`level` varchar(40) NOT NULL,
	`room` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`kind` varchar(20) NOT NULL,
	`x` double NOT NULL,
	`y` double NOT NULL,
	`z` double NOT NULL,
	`wall_width_m` double,
	`ambient_c` double,
	CONSTRAINT `closets_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `designs` (
	`id` varchar(40) NOT NULL,
	`revision` int NOT NULL,
	`changed_at` datetime NOT NULL,
	`name` varchar(120) NOT NULL,
	`latitude_deg` double NOT NULL,
	`longitude_deg` double NOT NULL,
	`zone` varchar(60) NOT NULL,
	`north_deg` double NOT NULL,
	`units` varchar(10) NOT NULL,
	`currency` varchar(3) NOT NULL,
	`mains_v` double NOT NULL,
	`ambient_c` double NOT NULL,
	`slack_point_m` double NOT NULL,
	`slack_closet_m` double NOT NULL,
	`waste_pct` double NOT NULL,
	`notes` text,
	CONSTRAINT `designs_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `devices` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`point` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`status` varchar(20) NOT NULL,
	`protocol` varchar(30) NOT NULL,
	`address` varchar(60),
	`node` varchar(40),
	`serial` varchar(60),
	`firmware` varchar(40),
	`battery_since` varchar(10),
	`cost` double,
	`warranty_until` varchar(10),
	`tags` json,
	CONSTRAINT `devices_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `drops` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`point` varchar(40) NOT NULL,
	`cable_type` varchar(40),
	`index` int NOT NULL,
	`purpose` varchar(40),
	`state` varchar(20) NOT NULL,
	`mark_start_m` double,
	`mark_end_m` double,
	`reel` varchar(40),
	`note` varchar(400),
	CONSTRAINT `drops_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `edits` (
	`design` varchar(40) NOT NULL,
	`revision` int NOT NULL,
	`person` varchar(40) NOT NULL,
	`at` datetime(3) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`of` int,
	`changes` json NOT NULL,
	`inverse` json NOT NULL,
	CONSTRAINT `edits_design_revision_pk` PRIMARY KEY(`design`,`revision`)
);
--> statement-breakpoint
CREATE TABLE `kinds` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`code` varchar(4) NOT NULL,
	`glyph` varchar(20) NOT NULL,
	`service` varchar(20) NOT NULL,
	`mount_height_m` double NOT NULL,
	`box` varchar(40) NOT NULL,
	`drops` json NOT NULL,
	`needs` json,
	CONSTRAINT `kinds_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `levels` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`code` varchar(3) NOT NULL,
	`order` int NOT NULL,
	`elevation_m` double NOT NULL,
	`ceiling_height_m` double NOT NULL,
	`slab_thickness_m` double NOT NULL,
	`slab_material` varchar(40),
	`void_above_m` double NOT NULL,
	CONSTRAINT `levels_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `materials` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(80) NOT NULL,
	`loss_db` json NOT NULL,
	`u_wm2k` double,
	`density_kg_m3` double,
	`source` varchar(20) NOT NULL,
	CONSTRAINT `materials_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `members` (
	`design` varchar(40) NOT NULL,
	`person` varchar(40) NOT NULL,
	`role` varchar(10) NOT NULL,
	CONSTRAINT `members_design_person_pk` PRIMARY KEY(`design`,`person`)
);
--> statement-breakpoint
CREATE TABLE `openings` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`wall` varchar(40) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`offset_m` double NOT NULL,
	`width_m` double NOT NULL,
	`height_m` double NOT NULL,
	`sill_m` double NOT NULL,
	`material` varchar(40),
	`outside_is` varchar(10) NOT NULL,
	CONSTRAINT `openings_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `people` (
	`id` varchar(40) NOT NULL,
	`email` varchar(200) NOT NULL,
	`name` varchar(80) NOT NULL,
	`password_hash` varchar(255) NOT NULL,
	`created_at` datetime NOT NULL,
	CONSTRAINT `people_id` PRIMARY KEY(`id`),
	CONSTRAINT `people_email` UNIQUE(`email`)
);
--> statement-breakpoint
CREATE TABLE `points` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`kind` varchar(40) NOT NULL,
	`level` varchar(40) NOT NULL,
	`room` varchar(40) NOT NULL,
	`x` double NOT NULL,
	`y` double NOT NULL,
	`z` double NOT NULL,
	`closet` varchar(40),
	`name` varchar(80) NOT NULL,
	`number` int,
	`settled` boolean,
	CONSTRAINT `points_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `reels` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`cable_type` varchar(40) NOT NULL,
	`remaining_m` double NOT NULL,
	CONSTRAINT `reels_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `risers` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`x` double NOT NULL,
	`y` double NOT NULL,
	`from_level` varchar(40) NOT NULL,
	`to_level` varchar(40) NOT NULL,
	`bore_mm` double,
	CONSTRAINT `risers_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `rooms` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`level` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`code` varchar(6) NOT NULL,
	`type` varchar(20) NOT NULL,
	`outline` json NOT NULL,
	`outdoor` boolean,
	CONSTRAINT `rooms_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `sessions` (
	`token_hash` varchar(64) NOT NULL,
	`person` varchar(40) NOT NULL,
	`expires_at` datetime NOT NULL,
	CONSTRAINT `sessions_token_hash` PRIMARY KEY(`token_hash`)
);
--> statement-breakpoint
CREATE TABLE `sign_in_limits` (
	`key` varchar(255) NOT NULL,
	`points` int NOT NULL,
	`expire` bigint unsigned,
	CONSTRAINT `sign_in_limits_key` PRIMARY KEY(`key`)
);
--> statement-breakpoint
CREATE TABLE `trunks` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`level` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`kind` varchar(20) NOT NULL,
	`path` json NOT NULL,
	`height_m` double NOT NULL,
	`bore_mm` double,
	CONSTRAINT `trunks_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `walls` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`level` varchar(40) NOT NULL,
	`ax` double NOT NULL,
	`ay` double NOT NULL,
	`bx` double NOT NULL,
	`by` double NOT NULL,
	`thickness_m` double NOT NULL,
	`material` varchar(40) NOT NULL,
	CONSTRAINT `walls_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
ALTER TABLE `automations` ADD CONSTRAINT `automations_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `cable_types` ADD CONSTRAINT `cable_types_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `closets` ADD CONSTRAINT `closets_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `closets` ADD CONSTRAINT `closets_level` FOREIGN KEY (`design`,`level`) REFERENCES `levels`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `closets` ADD CONSTRAINT `closets_room` FOREIGN KEY (`design`,`room`) REFERENCES `rooms`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `devices` ADD CONSTRAINT `devices_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `devices` ADD CONSTRAINT `devices_point` FOREIGN KEY (`design`,`point`) REFERENCES `points`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `drops` ADD CONSTRAINT `drops_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `drops` ADD CONSTRAINT `drops_point` FOREIGN KEY (`design`,`point`) REFERENCES `points`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `drops` ADD CONSTRAINT `drops_cable_type` FOREIGN KEY (`design`,`cable_type`) REFERENCES `cable_types`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `drops` ADD CONSTRAINT `drops_reel` FOREIGN KEY (`design`,`reel`) REFERENCES `reels`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `edits` ADD CONSTRAINT `edits_design_designs_id_fk` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `edits` ADD CONSTRAINT `edits_person_people_id_fk` FOREIGN KEY (`person`) REFERENCES `people`(`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `kinds` ADD CONSTRAINT `kinds_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `levels` ADD CONSTRAINT `levels_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `levels` ADD CONSTRAINT `levels_slab` FOREIGN KEY (`design`,`slab_material`) REFERENCES `materials`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `materials` ADD CONSTRAINT `materials_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `members` ADD CONSTRAINT `members_design_designs_id_fk` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `members` ADD CONSTRAINT `members_person_people_id_fk` FOREIGN KEY (`person`) REFERENCES `people`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `openings` ADD CONSTRAINT `openings_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `openings` ADD CONSTRAINT `openings_wall` FOREIGN KEY (`design`,`wall`) REFERENCES `walls`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `openings` ADD CONSTRAINT `openings_material` FOREIGN KEY (`design`,`material`) REFERENCES `materials`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `points` ADD CONSTRAINT `points_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `points` ADD CONSTRAINT `points_kind` FOREIGN KEY (`design`,`kind`) REFERENCES `kinds`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `points` ADD CONSTRAINT `points_level` FOREIGN KEY (`design`,`level`) REFERENCES `levels`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `points` ADD CONSTRAINT `points_room` FOREIGN KEY (`design`,`room`) REFERENCES `rooms`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `points` ADD CONSTRAINT `points_closet` FOREIGN KEY (`design`,`closet`) REFERENCES `closets`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `reels` ADD CONSTRAINT `reels_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `reels` ADD CONSTRAINT `reels_cable_type` FOREIGN KEY (`design`,`cable_type`) REFERENCES `cable_types`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `risers` ADD CONSTRAINT `risers_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `risers` ADD CONSTRAINT `risers_from` FOREIGN KEY (`design`,`from_level`) REFERENCES `levels`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `risers` ADD CONSTRAINT `risers_to` FOREIGN KEY (`design`,`to_level`) REFERENCES `levels`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `rooms` ADD CONSTRAINT `rooms_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `rooms` ADD CONSTRAINT `rooms_level` FOREIGN KEY (`design`,`level`) REFERENCES `levels`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `sessions` ADD CONSTRAINT `sessions_person_people_id_fk` FOREIGN KEY (`person`) REFERENCES `people`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `trunks` ADD CONSTRAINT `trunks_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `trunks` ADD CONSTRAINT `trunks_level` FOREIGN KEY (`design`,`level`) REFERENCES `levels`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `walls` ADD CONSTRAINT `walls_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `walls` ADD CONSTRAINT `walls_level` FOREIGN KEY (`design`,`level`) REFERENCES `levels`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `walls` ADD CONSTRAINT `walls_material` FOREIGN KEY (`design`,`material`) REFERENCES `materials`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `members_person` ON `members` (`person`);--> statement-breakpoint
CREATE INDEX `sessions_expires` ON `sessions` (`expires_at`);
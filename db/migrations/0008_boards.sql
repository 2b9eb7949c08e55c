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
ALTER TABLE `stations` ADD CONSTRAINT `stations_load` FOREIGN KEY (`design`,`load`) REFERENCES `points`(`design`,`id`) ON DELETE no action ON UPDATE no action;
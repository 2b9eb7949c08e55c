CREATE TABLE `hubs` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`option` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`closet` varchar(40),
	`point` varchar(40),
	`hub` varchar(40),
	`keep` boolean,
	CONSTRAINT `hubs_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `options` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`kind` varchar(30) NOT NULL,
	`name` varchar(80) NOT NULL,
	`line` varchar(20),
	`protocol` varchar(30) NOT NULL,
	`serves` json NOT NULL,
	`can` json NOT NULL,
	`supply` varchar(20) NOT NULL,
	`price` double NOT NULL,
	`labour_min` double NOT NULL,
	`watts` double NOT NULL,
	`cell` varchar(20),
	`cells` int,
	`battery_mah` double,
	`battery_years` double,
	`yearly` double,
	`upkeep_h` double,
	`local` boolean NOT NULL,
	`cloud` boolean NOT NULL,
	`account` boolean NOT NULL,
	`routes` boolean NOT NULL,
	`updates` varchar(20) NOT NULL,
	`support_years` double NOT NULL,
	`buttons` int,
	`dimming` varchar(20),
	`ratings` json,
	`fit` json,
	`controls` json,
	`source` varchar(20) NOT NULL,
	CONSTRAINT `options_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `plans` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`name` varchar(60) NOT NULL,
	`accepted_on` varchar(10) NOT NULL,
	`why` varchar(600),
	`years` double NOT NULL,
	`cost` double NOT NULL,
	`bound` double NOT NULL,
	`picks` json NOT NULL,
	CONSTRAINT `plans_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
CREATE TABLE `wants` (
	`design` varchar(40) NOT NULL,
	`id` varchar(40) NOT NULL,
	`room` varchar(40) NOT NULL,
	`function` varchar(30) NOT NULL,
	`count` int NOT NULL,
	`needs` json NOT NULL,
	`critical` boolean,
	`local_only` boolean,
	`guest` boolean,
	`budget` double,
	`lamps_each` int,
	`load_w` double,
	`leg` varchar(40),
	`problem` varchar(40),
	`points` json NOT NULL,
	`option` varchar(40),
	CONSTRAINT `wants_design_id_pk` PRIMARY KEY(`design`,`id`)
);
--> statement-breakpoint
ALTER TABLE `designs` ADD `schools` json;--> statement-breakpoint
ALTER TABLE `designs` ADD `choosing` json;--> statement-breakpoint
ALTER TABLE `devices` ADD `option` varchar(40);--> statement-breakpoint
ALTER TABLE `lamps` ADD `hole_mm` double;--> statement-breakpoint
ALTER TABLE `lamps` ADD `fire_min` int;--> statement-breakpoint
ALTER TABLE `hubs` ADD CONSTRAINT `hubs_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `hubs` ADD CONSTRAINT `hubs_option` FOREIGN KEY (`design`,`option`) REFERENCES `options`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `hubs` ADD CONSTRAINT `hubs_closet` FOREIGN KEY (`design`,`closet`) REFERENCES `closets`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `hubs` ADD CONSTRAINT `hubs_point` FOREIGN KEY (`design`,`point`) REFERENCES `points`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `options` ADD CONSTRAINT `options_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `plans` ADD CONSTRAINT `plans_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `wants` ADD CONSTRAINT `wants_of_design` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `wants` ADD CONSTRAINT `wants_room` FOREIGN KEY (`design`,`room`) REFERENCES `rooms`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `wants` ADD CONSTRAINT `wants_leg` FOREIGN KEY (`design`,`leg`) REFERENCES `legs`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `wants` ADD CONSTRAINT `wants_problem` FOREIGN KEY (`design`,`problem`) REFERENCES `problems`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `wants` ADD CONSTRAINT `wants_option` FOREIGN KEY (`design`,`option`) REFERENCES `options`(`design`,`id`) ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `devices` ADD CONSTRAINT `devices_option` FOREIGN KEY (`design`,`option`) REFERENCES `options`(`design`,`id`) ON DELETE no action ON UPDATE no action;
ALTER TABLE `rooms` ADD `hand_min` double;--> statement-breakpoint
ALTER TABLE `household` ADD `room` varchar(40);--> statement-breakpoint
ALTER TABLE `household` ADD `times` json;--> statement-breakpoint
ALTER TABLE `automations` ADD `copy_of` varchar(40);--> statement-breakpoint
ALTER TABLE `automations` ADD `made_of` varchar(16);--> statement-breakpoint
ALTER TABLE `household` ADD CONSTRAINT `household_room` FOREIGN KEY (`design`,`room`) REFERENCES `rooms`(`design`,`id`) ON DELETE no action ON UPDATE no action;
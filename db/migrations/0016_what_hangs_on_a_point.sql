ALTER TABLE `points` ADD `appliance` varchar(40);--> statement-breakpoint
ALTER TABLE `points` ADD `rated_w` double;--> statement-breakpoint
ALTER TABLE `points` ADD `serves` varchar(40);--> statement-breakpoint
ALTER TABLE `points` ADD CONSTRAINT `points_serves` FOREIGN KEY (`design`,`serves`) REFERENCES `rooms`(`design`,`id`) ON DELETE no action ON UPDATE no action;
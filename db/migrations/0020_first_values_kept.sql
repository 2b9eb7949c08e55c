ALTER TABLE `cards` ADD `build` varchar(64) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE `cards` ADD `first` mediumtext;
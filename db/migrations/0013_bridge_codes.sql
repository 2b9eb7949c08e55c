ALTER TABLE `bridges` ADD `code` varchar(120);--> statement-breakpoint
ALTER TABLE `bridges` ADD `code_check` varchar(40);
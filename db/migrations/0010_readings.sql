ALTER TABLE `radios` ADD `lead_m` double;--> statement-breakpoint
ALTER TABLE `readings` ADD `lqi` int;
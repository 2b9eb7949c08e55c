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
ALTER TABLE `secret_looks` ADD CONSTRAINT `secret_looks_design_designs_id_fk` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE `secrets` ADD CONSTRAINT `secrets_design_designs_id_fk` FOREIGN KEY (`design`) REFERENCES `designs`(`id`) ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX `secret_looks_design` ON `secret_looks` (`design`,`number`);
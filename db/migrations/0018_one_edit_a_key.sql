UPDATE `edits` AS later JOIN `edits` AS first ON later.`design` = first.`design` AND later.`person` = first.`person` AND later.`key` = first.`key` AND later.`revision` > first.`revision` SET later.`key` = NULL;--> statement-breakpoint
ALTER TABLE `edits` ADD CONSTRAINT `edits_key` UNIQUE(`design`,`person`,`key`);--> statement-breakpoint
CREATE INDEX `edits_at` ON `edits` (`design`,`at`);
ALTER TABLE `edits` MODIFY COLUMN `label` longtext NOT NULL;--> statement-breakpoint
ALTER TABLE `jobs` MODIFY COLUMN `sentence` longtext;
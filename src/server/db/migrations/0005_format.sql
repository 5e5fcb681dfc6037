ALTER TABLE `edits` ADD `format` int DEFAULT 2 NOT NULL;--> statement-breakpoint
ALTER TABLE `lessons` ADD `format` int DEFAULT 2 NOT NULL;--> statement-breakpoint
ALTER TABLE `lessons` ADD `before_doc` longtext;
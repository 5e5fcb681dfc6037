CREATE TABLE `kept` (
	`id` char(12) NOT NULL,
	`kind` varchar(12) NOT NULL,
	`name` varchar(80) NOT NULL,
	`doc` longtext NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	CONSTRAINT `kept_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE INDEX `kept_kind` ON `kept` (`kind`,`name`);
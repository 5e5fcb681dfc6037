CREATE TABLE `edits` (
	`id` bigint AUTO_INCREMENT NOT NULL,
	`lesson` char(12) NOT NULL,
	`seq` int NOT NULL,
	`label` varchar(200) NOT NULL,
	`patches` longtext NOT NULL,
	`inverse` longtext NOT NULL,
	`undone` boolean NOT NULL DEFAULT false,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `edits_id` PRIMARY KEY(`id`),
	CONSTRAINT `edits_seq` UNIQUE(`lesson`,`seq`)
);
--> statement-breakpoint
CREATE TABLE `exports` (
	`id` char(12) NOT NULL,
	`lesson` char(12) NOT NULL,
	`name` varchar(200) NOT NULL,
	`doc` longtext NOT NULL,
	`choice` longtext NOT NULL,
	`state` varchar(10) NOT NULL,
	`frame` int NOT NULL DEFAULT 0,
	`of` int NOT NULL DEFAULT 0,
	`frames_per_second` double NOT NULL DEFAULT 0,
	`sentence` varchar(1000),
	`bytes` bigint,
	`created_at` datetime(3) NOT NULL,
	`ended_at` datetime(3),
	CONSTRAINT `exports_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `imports` (
	`id` char(12) NOT NULL,
	`name` varchar(255) NOT NULL,
	`upload` varchar(100) NOT NULL,
	`lesson` char(12),
	`state` varchar(10) NOT NULL,
	`step` varchar(60) NOT NULL,
	`share` double NOT NULL,
	`sentence` varchar(1000),
	`sha256` char(64),
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `imports_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `lessons` (
	`id` char(12) NOT NULL,
	`name` varchar(200) NOT NULL,
	`doc` longtext NOT NULL,
	`revision` int NOT NULL DEFAULT 0,
	`created_at` datetime(3) NOT NULL,
	`updated_at` datetime(3) NOT NULL,
	`removed_at` datetime(3),
	CONSTRAINT `lessons_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE TABLE `media` (
	`sha256` char(64) NOT NULL,
	`name` varchar(255) NOT NULL,
	`kind` varchar(10) NOT NULL,
	`medium` longtext NOT NULL,
	`bytes` bigint NOT NULL,
	`created_at` datetime(3) NOT NULL,
	CONSTRAINT `media_sha256` PRIMARY KEY(`sha256`)
);
--> statement-breakpoint
CREATE INDEX `exports_created` ON `exports` (`created_at`);--> statement-breakpoint
CREATE INDEX `lessons_updated` ON `lessons` (`updated_at`);--> statement-breakpoint
CREATE INDEX `media_created` ON `media` (`created_at`);
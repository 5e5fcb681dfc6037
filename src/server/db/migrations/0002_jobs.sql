CREATE TABLE `jobs` (
	`id` char(12) NOT NULL,
	`kind` varchar(20) NOT NULL,
	`lesson` char(12),
	`subject` varchar(100) NOT NULL,
	`batch` varchar(40),
	`name` varchar(255) NOT NULL,
	`payload` longtext NOT NULL,
	`state` varchar(10) NOT NULL,
	`step` varchar(60) NOT NULL,
	`share` double NOT NULL,
	`sentence` varchar(1000),
	`facts` longtext NOT NULL,
	`tries` int NOT NULL DEFAULT 0,
	`created_at` datetime(3) NOT NULL,
	`ended_at` datetime(3),
	CONSTRAINT `jobs_id` PRIMARY KEY(`id`)
);
--> statement-breakpoint
CREATE INDEX `jobs_state` ON `jobs` (`state`);--> statement-breakpoint
CREATE INDEX `jobs_created` ON `jobs` (`kind`,`created_at`);
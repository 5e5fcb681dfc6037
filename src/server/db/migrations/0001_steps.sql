CREATE TABLE `steps_taken` (
	`lesson` char(12) NOT NULL,
	`step` varchar(40) NOT NULL,
	`revision` int NOT NULL,
	`at` datetime(3) NOT NULL,
	CONSTRAINT `steps_taken_lesson_step_pk` PRIMARY KEY(`lesson`,`step`)
);

CREATE TABLE `leaving` (
	`learner_id` text PRIMARY KEY NOT NULL,
	`at` text NOT NULL,
	`archived` integer NOT NULL,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE cascade
);

CREATE TABLE `takes` (
	`id` text PRIMARY KEY NOT NULL,
	`learner_id` text NOT NULL,
	`lesson_id` text NOT NULL,
	`instrument` text NOT NULL,
	`label` text NOT NULL,
	`at` text NOT NULL,
	`seconds` real NOT NULL,
	`bytes` integer NOT NULL,
	`consent` text NOT NULL
);
--> statement-breakpoint
CREATE INDEX `takes_by_learner` ON `takes` (`learner_id`,`at`);
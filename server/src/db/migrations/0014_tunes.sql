CREATE TABLE `tune_players` (
	`tune_id` text NOT NULL,
	`learner_id` text NOT NULL,
	`instrument` text NOT NULL,
	`part` text NOT NULL,
	`read_as` text NOT NULL,
	`octave` integer NOT NULL,
	`tempo` integer NOT NULL,
	`wishes` text NOT NULL,
	`overrulings` text NOT NULL,
	PRIMARY KEY(`tune_id`, `learner_id`),
	FOREIGN KEY (`tune_id`) REFERENCES `tunes`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `tunes_by_learner` ON `tune_players` (`learner_id`);--> statement-breakpoint
CREATE TABLE `tunes` (
	`id` text PRIMARY KEY NOT NULL,
	`title` text NOT NULL,
	`rights` text NOT NULL,
	`format` text NOT NULL,
	`tune` integer,
	`added_at` text NOT NULL,
	`parts` text NOT NULL,
	`warnings` text NOT NULL,
	`content` text NOT NULL
);

CREATE TABLE `cards` (
	`id` text PRIMARY KEY NOT NULL,
	`learner_id` text NOT NULL,
	`lesson_id` text NOT NULL,
	`instrument` text NOT NULL,
	`from_day` text NOT NULL,
	`version` integer NOT NULL,
	`sessions` integer NOT NULL,
	`listen_for` text NOT NULL,
	`rows` text NOT NULL,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`lesson_id`) REFERENCES `lessons`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `cards_by_learner` ON `cards` (`learner_id`,`from_day`);--> statement-breakpoint
CREATE UNIQUE INDEX `one_card_a_lesson` ON `cards` (`lesson_id`);--> statement-breakpoint
CREATE TABLE `entries` (
	`id` text PRIMARY KEY NOT NULL,
	`lesson_id` text NOT NULL,
	`learner_id` text NOT NULL,
	`instrument` text NOT NULL,
	`stage` text NOT NULL,
	`kind` text NOT NULL,
	`at` text NOT NULL,
	`data` text NOT NULL,
	FOREIGN KEY (`lesson_id`) REFERENCES `lessons`(`id`) ON UPDATE no action ON DELETE cascade,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `entries_by_learner` ON `entries` (`learner_id`,`at`);--> statement-breakpoint
CREATE INDEX `entries_by_lesson` ON `entries` (`lesson_id`);--> statement-breakpoint
CREATE TABLE `learners` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`birth_year` integer NOT NULL,
	`instruments` text NOT NULL,
	`attitude` text NOT NULL,
	`minutes_per_session` integer NOT NULL,
	`sessions_per_week` integer NOT NULL,
	`note` text NOT NULL,
	`archived` integer NOT NULL,
	`created_at` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `lessons` (
	`id` text PRIMARY KEY NOT NULL,
	`learner_id` text NOT NULL,
	`instrument` text NOT NULL,
	`starts_at` text NOT NULL,
	`minutes` integer NOT NULL,
	`finished_at` text,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `lessons_by_learner` ON `lessons` (`learner_id`,`starts_at`);--> statement-breakpoint
CREATE INDEX `lessons_by_day` ON `lessons` (`starts_at`);--> statement-breakpoint
CREATE TABLE `plans` (
	`learner_id` text NOT NULL,
	`stage` text NOT NULL,
	`text` text NOT NULL,
	`version` integer NOT NULL,
	PRIMARY KEY(`learner_id`, `stage`),
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE TABLE `reports` (
	`id` text PRIMARY KEY NOT NULL,
	`card_id` text NOT NULL,
	`at` text NOT NULL,
	`kind` text NOT NULL,
	`text` text NOT NULL,
	FOREIGN KEY (`card_id`) REFERENCES `cards`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `reports_by_card` ON `reports` (`card_id`);--> statement-breakpoint
CREATE TABLE `studio` (
	`id` integer PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`place` text NOT NULL,
	`a4_hz` real NOT NULL
);
--> statement-breakpoint
CREATE TABLE `ticks` (
	`card_id` text NOT NULL,
	`row_id` text NOT NULL,
	`session` integer NOT NULL,
	`at` text NOT NULL,
	PRIMARY KEY(`card_id`, `row_id`, `session`),
	FOREIGN KEY (`card_id`) REFERENCES `cards`(`id`) ON UPDATE no action ON DELETE cascade
);

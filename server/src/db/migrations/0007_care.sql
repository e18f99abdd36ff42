CREATE TABLE `accounts` (
	`role` text PRIMARY KEY NOT NULL,
	`hash` text NOT NULL,
	`salt` text NOT NULL,
	`failed` integer DEFAULT 0 NOT NULL,
	`locked_until` integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
CREATE TABLE `links` (
	`id` text PRIMARY KEY NOT NULL,
	`learner_id` text NOT NULL,
	`secret` text NOT NULL,
	`created_at` text NOT NULL,
	`revoked_at` text,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE UNIQUE INDEX `links_by_secret` ON `links` (`secret`);--> statement-breakpoint
CREATE INDEX `links_by_learner` ON `links` (`learner_id`);--> statement-breakpoint
CREATE TABLE `sessions` (
	`secret` text PRIMARY KEY NOT NULL,
	`role` text NOT NULL,
	`begun_at` integer NOT NULL,
	`seen_at` integer NOT NULL,
	FOREIGN KEY (`role`) REFERENCES `accounts`(`role`) ON UPDATE no action ON DELETE cascade
);

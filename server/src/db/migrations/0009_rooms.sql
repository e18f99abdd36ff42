CREATE TABLE `changes` (
	`topic` text PRIMARY KEY NOT NULL,
	`stamp` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `learners` ADD `consent` text;--> statement-breakpoint
ALTER TABLE `learners` ADD `version` integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE `studio` ADD `version` integer DEFAULT 1 NOT NULL;
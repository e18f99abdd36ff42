CREATE TABLE `away` (
	`id` text PRIMARY KEY NOT NULL,
	`from_moment` text NOT NULL,
	`to_moment` text NOT NULL,
	`words` text NOT NULL,
	`source` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `groups` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`members` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `numbers` (
	`id` text PRIMARY KEY NOT NULL,
	`card_id` text NOT NULL,
	`row_id` text NOT NULL,
	`session` integer NOT NULL,
	`value` real NOT NULL,
	`unit` text NOT NULL,
	`measured` integer NOT NULL,
	`at` text NOT NULL,
	FOREIGN KEY (`card_id`) REFERENCES `cards`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `numbers_by_card` ON `numbers` (`card_id`);--> statement-breakpoint
ALTER TABLE `cards` ADD `left_out` text DEFAULT '[]' NOT NULL;--> statement-breakpoint
ALTER TABLE `cards` ADD `signed` text;--> statement-breakpoint
ALTER TABLE `lessons` ADD `group_id` text;--> statement-breakpoint
ALTER TABLE `lessons` ADD `changed_plan` text;
ALTER TABLE `learners` ADD `regular` text;--> statement-breakpoint
ALTER TABLE `lessons` ADD `cancelled` integer DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE `lessons` ADD `regular_day` text;--> statement-breakpoint
ALTER TABLE `reports` ADD `seen_at` text;
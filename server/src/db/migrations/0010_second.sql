ALTER TABLE `accounts` ADD `second` text;--> statement-breakpoint
ALTER TABLE `accounts` ADD `second_pending` text;--> statement-breakpoint
ALTER TABLE `accounts` ADD `second_step` integer DEFAULT 0 NOT NULL;
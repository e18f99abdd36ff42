CREATE TABLE `devices` (
	`secret` text PRIMARY KEY NOT NULL,
	`role` text NOT NULL,
	`seen_at` integer NOT NULL,
	FOREIGN KEY (`role`) REFERENCES `accounts`(`role`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
ALTER TABLE `accounts` DROP COLUMN `failed`;--> statement-breakpoint
ALTER TABLE `accounts` DROP COLUMN `locked_until`;
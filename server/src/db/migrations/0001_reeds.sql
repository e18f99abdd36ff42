CREATE TABLE `pieces` (
	`id` text PRIMARY KEY NOT NULL,
	`learner_id` text NOT NULL,
	`instrument` text NOT NULL,
	`name` text NOT NULL,
	`serial` text NOT NULL,
	`owner` text NOT NULL,
	`note` text NOT NULL,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `pieces_by_learner` ON `pieces` (`learner_id`);--> statement-breakpoint
CREATE TABLE `reed_uses` (
	`id` text PRIMARY KEY NOT NULL,
	`reed_id` text NOT NULL,
	`at` text NOT NULL,
	`minutes` real NOT NULL,
	`rating` integer,
	`fault` text NOT NULL,
	FOREIGN KEY (`reed_id`) REFERENCES `reeds`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `uses_by_reed` ON `reed_uses` (`reed_id`,`at`);--> statement-breakpoint
CREATE TABLE `reeds` (
	`id` text PRIMARY KEY NOT NULL,
	`learner_id` text NOT NULL,
	`instrument` text NOT NULL,
	`name` text NOT NULL,
	`maker` text NOT NULL,
	`strength` real,
	`strength_words` text NOT NULL,
	`cut` text NOT NULL,
	`first_use` text,
	`state` text NOT NULL,
	`in_mouthpiece` integer NOT NULL,
	`deleted` integer NOT NULL,
	FOREIGN KEY (`learner_id`) REFERENCES `learners`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `reeds_by_learner` ON `reeds` (`learner_id`);--> statement-breakpoint
CREATE UNIQUE INDEX `one_reed_in_a_mouthpiece` ON `reeds` (`learner_id`,`instrument`) WHERE in_mouthpiece = 1;--> statement-breakpoint
CREATE TABLE `services` (
	`id` text PRIMARY KEY NOT NULL,
	`piece_id` text NOT NULL,
	`at` text NOT NULL,
	`kind` text NOT NULL,
	`text` text NOT NULL,
	FOREIGN KEY (`piece_id`) REFERENCES `pieces`(`id`) ON UPDATE no action ON DELETE cascade
);
--> statement-breakpoint
CREATE INDEX `services_by_piece` ON `services` (`piece_id`,`at`);
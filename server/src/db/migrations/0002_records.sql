DROP INDEX `entries_by_learner`;
--> statement-breakpoint
ALTER TABLE `entries` ADD `provenance` text DEFAULT 'tapped' NOT NULL;
--> statement-breakpoint
ALTER TABLE `entries` ADD `seq` integer DEFAULT 0 NOT NULL;
--> statement-breakpoint
CREATE INDEX `entries_by_learner` ON `entries` (`learner_id`,`seq`);
--> statement-breakpoint
ALTER TABLE `learners` ADD `schools` text DEFAULT '{}' NOT NULL;
--> statement-breakpoint
ALTER TABLE `studio` ADD `schools` text DEFAULT '{}' NOT NULL;
--> statement-breakpoint
UPDATE `entries` SET `seq` = x.n FROM (SELECT rowid AS r, row_number() OVER (ORDER BY `at`, rowid) AS n FROM `entries`) AS x WHERE x.r = `entries`.rowid;
--> statement-breakpoint
UPDATE `entries` SET `provenance` = CASE json_extract(`data`, '$.source') WHEN 'player' THEN 'simulated' WHEN 'file' THEN 'file' ELSE 'microphone' END, `data` = json_remove(`data`, '$.source') WHERE `kind` = 'long-tone';
--> statement-breakpoint
UPDATE `entries` SET `provenance` = 'typed' WHERE `kind` = 'note';
--> statement-breakpoint
UPDATE `entries` SET `data` = json_object('goal', 'long-tone', 'value', json_extract(`data`, '$.targetS'), 'about', (SELECT json_extract(b.`data`, '$.written') FROM `entries` AS b WHERE b.`learner_id` = `entries`.`learner_id` AND b.`instrument` = `entries`.`instrument` AND b.`kind` = 'long-tone' AND b.`seq` < `entries`.`seq` ORDER BY b.`seq` DESC LIMIT 1)) WHERE `kind` = 'target';
--> statement-breakpoint
UPDATE `entries` SET `kind` = 'note', `data` = json_object('text', 'Target set to ' || json_extract(`data`, '$.value') || ' s') WHERE `kind` = 'target' AND json_extract(`data`, '$.about') IS NULL;
--> statement-breakpoint
UPDATE `learners` SET `schools` = json_object('attitude', CASE `attitude` WHEN 'observe' THEN 'observe' ELSE 'race' END);
--> statement-breakpoint
UPDATE `lessons` SET `starts_at` = CASE WHEN `starts_at` GLOB '*Z' OR `starts_at` GLOB '*[+-][0-9][0-9]:[0-9][0-9]' THEN strftime('%Y-%m-%dT%H:%M:%S', `starts_at`, 'localtime') WHEN length(`starts_at`) = 16 THEN `starts_at` || ':00' WHEN length(`starts_at`) = 10 THEN `starts_at` || 'T00:00:00' ELSE substr(`starts_at`, 1, 19) END WHERE `starts_at` IS NOT NULL AND (length(`starts_at`) <> 19 OR `starts_at` GLOB '*Z');
--> statement-breakpoint
UPDATE `lessons` SET `finished_at` = CASE WHEN `finished_at` GLOB '*Z' OR `finished_at` GLOB '*[+-][0-9][0-9]:[0-9][0-9]' THEN strftime('%Y-%m-%dT%H:%M:%S', `finished_at`, 'localtime') WHEN length(`finished_at`) = 16 THEN `finished_at` || ':00' WHEN length(`finished_at`) = 10 THEN `finished_at` || 'T00:00:00' ELSE substr(`finished_at`, 1, 19) END WHERE `finished_at` IS NOT NULL AND (length(`finished_at`) <> 19 OR `finished_at` GLOB '*Z');
--> statement-breakpoint
UPDATE `entries` SET `at` = CASE WHEN `at` GLOB '*Z' OR `at` GLOB '*[+-][0-9][0-9]:[0-9][0-9]' THEN strftime('%Y-%m-%dT%H:%M:%S', `at`, 'localtime') WHEN length(`at`) = 16 THEN `at` || ':00' WHEN length(`at`) = 10 THEN `at` || 'T00:00:00' ELSE substr(`at`, 1, 19) END WHERE `at` IS NOT NULL AND (length(`at`) <> 19 OR `at` GLOB '*Z');
--> statement-breakpoint
UPDATE `ticks` SET `at` = CASE WHEN `at` GLOB '*Z' OR `at` GLOB '*[+-][0-9][0-9]:[0-9][0-9]' THEN strftime('%Y-%m-%dT%H:%M:%S', `at`, 'localtime') WHEN length(`at`) = 16 THEN `at` || ':00' WHEN length(`at`) = 10 THEN `at` || 'T00:00:00' ELSE substr(`at`, 1, 19) END WHERE `at` IS NOT NULL AND (length(`at`) <> 19 OR `at` GLOB '*Z');
--> statement-breakpoint
UPDATE `reports` SET `at` = CASE WHEN `at` GLOB '*Z' OR `at` GLOB '*[+-][0-9][0-9]:[0-9][0-9]' THEN strftime('%Y-%m-%dT%H:%M:%S', `at`, 'localtime') WHEN length(`at`) = 16 THEN `at` || ':00' WHEN length(`at`) = 10 THEN `at` || 'T00:00:00' ELSE substr(`at`, 1, 19) END WHERE `at` IS NOT NULL AND (length(`at`) <> 19 OR `at` GLOB '*Z');
--> statement-breakpoint
UPDATE `reed_uses` SET `at` = CASE WHEN `at` GLOB '*Z' OR `at` GLOB '*[+-][0-9][0-9]:[0-9][0-9]' THEN strftime('%Y-%m-%dT%H:%M:%S', `at`, 'localtime') WHEN length(`at`) = 16 THEN `at` || ':00' WHEN length(`at`) = 10 THEN `at` || 'T00:00:00' ELSE substr(`at`, 1, 19) END WHERE `at` IS NOT NULL AND (length(`at`) <> 19 OR `at` GLOB '*Z');
--> statement-breakpoint
UPDATE `services` SET `at` = CASE WHEN `at` GLOB '*Z' OR `at` GLOB '*[+-][0-9][0-9]:[0-9][0-9]' THEN strftime('%Y-%m-%dT%H:%M:%S', `at`, 'localtime') WHEN length(`at`) = 16 THEN `at` || ':00' WHEN length(`at`) = 10 THEN `at` || 'T00:00:00' ELSE substr(`at`, 1, 19) END WHERE `at` IS NOT NULL AND (length(`at`) <> 19 OR `at` GLOB '*Z');
--> statement-breakpoint
UPDATE `learners` SET `created_at` = CASE WHEN `created_at` GLOB '*Z' OR `created_at` GLOB '*[+-][0-9][0-9]:[0-9][0-9]' THEN strftime('%Y-%m-%dT%H:%M:%S', `created_at`, 'localtime') WHEN length(`created_at`) = 16 THEN `created_at` || ':00' WHEN length(`created_at`) = 10 THEN `created_at` || 'T00:00:00' ELSE substr(`created_at`, 1, 19) END WHERE `created_at` IS NOT NULL AND (length(`created_at`) <> 19 OR `created_at` GLOB '*Z');
--> statement-breakpoint
UPDATE `cards` SET `from_day` = substr(`from_day`, 1, 10);

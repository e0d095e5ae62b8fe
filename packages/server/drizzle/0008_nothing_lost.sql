CREATE TABLE `made_as` (
	`id` text PRIMARY KEY NOT NULL,
	`digest` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `photos` ADD `purge_at` integer;--> statement-breakpoint
ALTER TABLE `readings` ADD `purge_at` integer;--> statement-breakpoint
ALTER TABLE `readings` ADD `clock_ahead` integer;--> statement-breakpoint
ALTER TABLE `waters` ADD `purge_at` integer;
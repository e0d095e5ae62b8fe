CREATE TABLE `cycle_starts` (
	`id` text PRIMARY KEY NOT NULL,
	`water_id` text NOT NULL,
	`started_at` integer NOT NULL,
	`document` text NOT NULL,
	`version` integer NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	`deleted_at` integer,
	FOREIGN KEY (`water_id`) REFERENCES `waters`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `cycle_starts_by_water` ON `cycle_starts` (`water_id`,`started_at`);--> statement-breakpoint
CREATE TABLE `cycle_forecasts` (
	`id` text PRIMARY KEY NOT NULL,
	`start_id` text NOT NULL,
	`newest_reading_at` integer NOT NULL,
	`document` text NOT NULL,
	FOREIGN KEY (`start_id`) REFERENCES `cycle_starts`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `cycle_forecasts_by_reading` ON `cycle_forecasts` (`start_id`,`newest_reading_at`);--> statement-breakpoint
ALTER TABLE `deeds` ADD `amount` text;
CREATE TABLE `deeds` (
	`id` text PRIMARY KEY NOT NULL,
	`water_id` text NOT NULL,
	`kind` text NOT NULL,
	`at` integer NOT NULL,
	`zone` text NOT NULL,
	`detail` text NOT NULL,
	`created_at` integer NOT NULL,
	`deleted_at` integer,
	FOREIGN KEY (`water_id`) REFERENCES `waters`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `deeds_by_time` ON `deeds` (`water_id`,`at`);--> statement-breakpoint
CREATE TABLE `marks` (
	`name` text PRIMARY KEY NOT NULL,
	`value` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `reading_versions` (
	`reading_id` text NOT NULL,
	`version` integer NOT NULL,
	`was` text NOT NULL,
	`replaced_at` integer NOT NULL,
	FOREIGN KEY (`reading_id`) REFERENCES `readings`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `reading_versions_key` ON `reading_versions` (`reading_id`,`version`);--> statement-breakpoint
CREATE TABLE `readings` (
	`id` text PRIMARY KEY NOT NULL,
	`water_id` text NOT NULL,
	`sampling_point_id` text,
	`parameter` text NOT NULL,
	`method_id` text,
	`method_version` integer,
	`taken_at` integer NOT NULL,
	`zone` text NOT NULL,
	`entered` text NOT NULL,
	`doubts` text NOT NULL,
	`by` text NOT NULL,
	`note` text NOT NULL,
	`run_id` text,
	`low` real,
	`best` real,
	`high` real,
	`version` integer NOT NULL,
	`created_at` integer NOT NULL,
	`deleted_at` integer,
	FOREIGN KEY (`water_id`) REFERENCES `waters`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `readings_latest` ON `readings` (`water_id`,`parameter`,`taken_at`) WHERE deleted_at is null;--> statement-breakpoint
CREATE INDEX `readings_by_time` ON `readings` (`water_id`,`taken_at`);--> statement-breakpoint
CREATE TABLE `run_events` (
	`sequence` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`id` text NOT NULL,
	`run_id` text NOT NULL,
	`event` text NOT NULL,
	`received_at` integer NOT NULL,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `run_events_id_unique` ON `run_events` (`id`);--> statement-breakpoint
CREATE INDEX `run_events_by_run` ON `run_events` (`run_id`,`sequence`);--> statement-breakpoint
CREATE TABLE `runs` (
	`id` text PRIMARY KEY NOT NULL,
	`water_id` text NOT NULL,
	`sampling_point_id` text,
	`started_at` integer NOT NULL,
	`zone` text NOT NULL,
	`by` text NOT NULL,
	`tests` text NOT NULL,
	`finished_at` integer,
	FOREIGN KEY (`water_id`) REFERENCES `waters`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `waters` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`kind` text NOT NULL,
	`net_liters` real,
	`volume_from` text,
	`units` text NOT NULL,
	`stock_groups` text NOT NULL,
	`cycling` integer NOT NULL,
	`sampling_points` text NOT NULL,
	`source_water_id` text,
	`note` text NOT NULL,
	`version` integer NOT NULL,
	`created_at` integer NOT NULL,
	`updated_at` integer NOT NULL,
	`deleted_at` integer
);

CREATE TABLE `kit_uses` (
	`id` text PRIMARY KEY NOT NULL,
	`kit_id` text NOT NULL,
	`method_id` text NOT NULL,
	`at` integer NOT NULL
);
--> statement-breakpoint
CREATE INDEX `kit_uses_by_kit` ON `kit_uses` (`kit_id`,`at`);--> statement-breakpoint
CREATE TABLE `kits` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`tests` text NOT NULL,
	`bottles` text NOT NULL,
	`price` real,
	`currency` text NOT NULL,
	`counted_at` integer NOT NULL,
	`note` text NOT NULL,
	`version` integer NOT NULL,
	`created_at` integer NOT NULL,
	`deleted_at` integer
);
--> statement-breakpoint
CREATE TABLE `methods` (
	`id` text NOT NULL,
	`version` integer NOT NULL,
	`document` text NOT NULL,
	`saved_at` integer NOT NULL,
	`deleted_at` integer,
	PRIMARY KEY(`id`, `version`)
);
--> statement-breakpoint
ALTER TABLE `readings` ADD `kit_id` text;--> statement-breakpoint
ALTER TABLE `readings` ADD `drawn_from` text;--> statement-breakpoint
ALTER TABLE `runs` ADD `sampled_at` integer;--> statement-breakpoint
ALTER TABLE `runs` ADD `drawn_from` text;--> statement-breakpoint
ALTER TABLE `runs` ADD `plan_order` text DEFAULT 'soonest' NOT NULL;
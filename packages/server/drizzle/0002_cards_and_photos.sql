CREATE TABLE `own_cards` (
	`id` text NOT NULL,
	`version` integer NOT NULL,
	`document` text NOT NULL,
	`saved_at` integer NOT NULL,
	`deleted_at` integer,
	PRIMARY KEY(`id`, `version`)
);
--> statement-breakpoint
CREATE TABLE `photos` (
	`id` text PRIMARY KEY NOT NULL,
	`digest` text NOT NULL,
	`bytes` integer NOT NULL,
	`created_at` integer NOT NULL,
	`deleted_at` integer
);

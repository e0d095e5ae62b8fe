CREATE TABLE `own_parameters` (
	`id` text NOT NULL,
	`version` integer NOT NULL,
	`document` text NOT NULL,
	`saved_at` integer NOT NULL,
	`deleted_at` integer,
	PRIMARY KEY(`id`, `version`)
);

CREATE TABLE `plans_put_off` (
	`water_id` text NOT NULL,
	`line_id` text NOT NULL,
	`until` integer NOT NULL,
	PRIMARY KEY(`water_id`, `line_id`),
	FOREIGN KEY (`water_id`) REFERENCES `waters`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `deeds` ADD `plan_line` text;
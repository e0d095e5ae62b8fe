ALTER TABLE `waters` ADD `lives_here` text;--> statement-breakpoint
ALTER TABLE `waters` ADD `stock` text;--> statement-breakpoint
ALTER TABLE `waters` ADD `salinity` text;--> statement-breakpoint
ALTER TABLE `waters` ADD `mean_depth` real;--> statement-breakpoint
ALTER TABLE `waters` ADD `surface` real;--> statement-breakpoint
ALTER TABLE `waters` ADD `roof_water` integer;--> statement-breakpoint
ALTER TABLE `waters` ADD `filter` text;
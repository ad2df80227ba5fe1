CREATE TABLE `office_rules` (
	`id` integer PRIMARY KEY NOT NULL,
	`version` integer NOT NULL,
	`rules` text NOT NULL,
	`who` text NOT NULL,
	`at` text NOT NULL
);
--> statement-breakpoint
ALTER TABLE `jobs` ADD `rules` text;
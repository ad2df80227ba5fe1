CREATE TABLE `house_details` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`version` integer NOT NULL,
	`retired_at` text,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `house_names` ON `house_details` (`name`);--> statement-breakpoint
CREATE TABLE `house_versions` (
	`house_id` text NOT NULL,
	`version` integer NOT NULL,
	`content` text NOT NULL,
	`who` text NOT NULL,
	`at` text NOT NULL,
	`label` text NOT NULL,
	PRIMARY KEY(`house_id`, `version`),
	FOREIGN KEY (`house_id`) REFERENCES `house_details`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
ALTER TABLE `joints` ADD `house` text;
ALTER TABLE `jobs` ADD `loads` text;--> statement-breakpoint
ALTER TABLE `joints` ADD `loads` text;
ALTER TABLE `combinations` RENAME TO `combinations_to_move`;--> statement-breakpoint
ALTER TABLE `joints` ADD `combinations` text DEFAULT '[]' NOT NULL;

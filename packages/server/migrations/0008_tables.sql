CREATE TABLE `tables` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`name` text NOT NULL,
	`mapping` text NOT NULL,
	`joints` integer NOT NULL,
	`who` text NOT NULL,
	`at` text NOT NULL,
	`dropped_at` text,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `tables_by_job` ON `tables` (`job_id`,`at`);--> statement-breakpoint
ALTER TABLE `revisions` ADD `batch` text;--> statement-breakpoint
CREATE INDEX `revisions_by_batch` ON `revisions` (`batch`);
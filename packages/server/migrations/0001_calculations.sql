CREATE TABLE `calculations` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`version` integer NOT NULL,
	`title` text NOT NULL,
	`tool` text NOT NULL,
	`input` text NOT NULL,
	`who` text NOT NULL,
	`deleted_at` text,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `calculations_by_job` ON `calculations` (`job_id`,`created_at`);
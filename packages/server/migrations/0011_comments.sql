CREATE TABLE `comments` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`joint_id` text NOT NULL,
	`number` integer NOT NULL,
	`who` text NOT NULL,
	`at` text NOT NULL,
	`text` text NOT NULL,
	`pin` text,
	`version` integer NOT NULL,
	`replies` text DEFAULT '[]' NOT NULL,
	`resolved_by` text,
	`resolved_at` text,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`joint_id`) REFERENCES `joints`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `comments_by_joint` ON `comments` (`joint_id`,`number`);--> statement-breakpoint
CREATE TABLE `job_revisions` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`job_id` text NOT NULL,
	`version` integer NOT NULL,
	`who` text NOT NULL,
	`at` text NOT NULL,
	`before` text NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `job_revisions_by_job` ON `job_revisions` (`job_id`,`at`);--> statement-breakpoint
ALTER TABLE `joints` ADD `checked_note` text;--> statement-breakpoint
CREATE INDEX `revisions_by_job` ON `revisions` (`job_id`,`at`);
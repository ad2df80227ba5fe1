CREATE TABLE `issues` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`number` integer NOT NULL,
	`who` text NOT NULL,
	`reason` text NOT NULL,
	`name` text NOT NULL,
	`what` text NOT NULL,
	`at` text,
	`job_version` integer,
	`joints` text DEFAULT '[]' NOT NULL,
	`size` integer,
	`sha256` text,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `issues_by_job` ON `issues` (`job_id`,`number`);
CREATE TABLE `combinations` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`joint_id` text NOT NULL,
	`position` integer NOT NULL,
	`name` text NOT NULL,
	`note` text NOT NULL,
	`v_ed` real NOT NULL,
	`n_ed` real NOT NULL,
	`n_tie` real NOT NULL,
	`v_ser` real,
	FOREIGN KEY (`joint_id`) REFERENCES `joints`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `combinations_by_joint` ON `combinations` (`joint_id`,`position`);--> statement-breakpoint
CREATE TABLE `jobs` (
	`id` text PRIMARY KEY NOT NULL,
	`version` integer NOT NULL,
	`number` text NOT NULL,
	`name` text NOT NULL,
	`client` text NOT NULL,
	`basis` text NOT NULL,
	`sections` text NOT NULL,
	`steels` text NOT NULL,
	`archived` integer NOT NULL,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `joints` (
	`id` text PRIMARY KEY NOT NULL,
	`job_id` text NOT NULL,
	`version` integer NOT NULL,
	`position` integer NOT NULL,
	`mark` text NOT NULL,
	`kind` text NOT NULL,
	`note` text NOT NULL,
	`input` text NOT NULL,
	`settings` text,
	`checked_by` text,
	`checked_at` text,
	`checked_fingerprint` text,
	`deleted_at` text,
	`created_at` text NOT NULL,
	`updated_at` text NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `joints_by_job` ON `joints` (`job_id`,`position`);--> statement-breakpoint
CREATE UNIQUE INDEX `joint_marks` ON `joints` (`job_id`,`mark`) WHERE deleted_at is null;--> statement-breakpoint
CREATE TABLE `revisions` (
	`id` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`job_id` text NOT NULL,
	`joint_id` text,
	`version` integer NOT NULL,
	`who` text NOT NULL,
	`at` text NOT NULL,
	`label` text NOT NULL,
	`before` text,
	`after` text
);
--> statement-breakpoint
CREATE INDEX `revisions_by_joint` ON `revisions` (`joint_id`,`id`);
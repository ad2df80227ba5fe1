ALTER TABLE `joints` ADD `group_name` text;--> statement-breakpoint
CREATE INDEX `joints_by_group` ON `joints` (`job_id`,`group_name`);
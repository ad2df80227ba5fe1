CREATE TABLE `models` (
	`job_id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`who` text NOT NULL,
	`at` text NOT NULL,
	`members` text NOT NULL,
	`places` text NOT NULL,
	FOREIGN KEY (`job_id`) REFERENCES `jobs`(`id`) ON UPDATE no action ON DELETE no action
);

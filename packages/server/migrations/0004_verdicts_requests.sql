CREATE TABLE `requests` (
	`key` text PRIMARY KEY NOT NULL,
	`asked` text NOT NULL,
	`made` text NOT NULL,
	`at` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `verdicts` (
	`joint_id` text PRIMARY KEY NOT NULL,
	`key` text NOT NULL,
	`row` text NOT NULL
);

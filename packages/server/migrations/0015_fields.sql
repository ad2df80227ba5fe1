CREATE TABLE `fields` (
	`joint_id` text NOT NULL,
	`fingerprint` text NOT NULL,
	`combination` text NOT NULL,
	`version` integer NOT NULL,
	`edition` text NOT NULL,
	`who` text NOT NULL,
	`at` text NOT NULL,
	`field` text NOT NULL,
	PRIMARY KEY(`joint_id`, `fingerprint`, `combination`),
	FOREIGN KEY (`joint_id`) REFERENCES `joints`(`id`) ON UPDATE no action ON DELETE no action
);

ALTER TABLE `combinations` ADD `m_y` real;--> statement-breakpoint
ALTER TABLE `combinations` ADD `m_z` real;--> statement-breakpoint
ALTER TABLE `combinations` ADD `v_y` real;--> statement-breakpoint
ALTER TABLE `combinations` ADD `v_z` real;--> statement-breakpoint
ALTER TABLE `combinations` ADD `t` real;
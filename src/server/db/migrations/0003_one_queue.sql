INSERT INTO `jobs` (`id`, `kind`, `lesson`, `subject`, `batch`, `name`, `payload`, `state`, `step`, `share`, `sentence`, `facts`, `tries`, `created_at`, `ended_at`)
SELECT `id`, 'export', `lesson`, '', NULL, `name`, CONCAT('{"doc":', `doc`, ',"choice":', `choice`, '}'), IF(`state` = 'running', 'waiting', `state`), '', IF(`state` = 'done', 1, 0), `sentence`,
	CONCAT('{"frame":', `frame`, ',"of":', `of`, ',"framesPerSecond":', `frames_per_second`, IF(`bytes` IS NULL, '', CONCAT(',"bytes":', `bytes`)), ',', SUBSTRING(`choice`, 2)), 0, `created_at`, `ended_at` FROM `exports`;
--> statement-breakpoint
INSERT INTO `jobs` (`id`, `kind`, `lesson`, `subject`, `batch`, `name`, `payload`, `state`, `step`, `share`, `sentence`, `facts`, `tries`, `created_at`, `ended_at`)
SELECT `id`, 'import', `lesson`, `upload`, NULL, `name`, '{"size":0,"selected":[]}', IF(`state` = 'running', 'waiting', `state`), `step`, `share`, `sentence`, IF(`sha256` IS NULL, '{}', CONCAT('{"sha256":"', `sha256`, '"}')), 0, `created_at`, NULL FROM `imports`;
--> statement-breakpoint
DROP TABLE `exports`;--> statement-breakpoint
DROP TABLE `imports`;
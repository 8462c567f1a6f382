CREATE TABLE `cache_items` (
  `item_id` varbinary(255) NOT NULL,
  `item_data` mediumblob NOT NULL,
  `item_lifetime` int(10) unsigned DEFAULT NULL,
  `item_time` int(10) unsigned NOT NULL,
  PRIMARY KEY (`item_id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_bin;

CREATE TABLE `program` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `name` varchar(120) NOT NULL,
  `words` varchar(5) NOT NULL,
  `timezone` varchar(64) NOT NULL,
  `minutes_lost` smallint(6) NOT NULL,
  `version` int(11) NOT NULL DEFAULT 1,
  `thresholds` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`thresholds`)),
  PRIMARY KEY (`id`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `sessions` (
  `sess_id` varbinary(128) NOT NULL,
  `sess_data` mediumblob NOT NULL,
  `sess_lifetime` int(10) unsigned NOT NULL,
  `sess_time` int(10) unsigned NOT NULL,
  PRIMARY KEY (`sess_id`),
  KEY `sess_lifetime_idx` (`sess_lifetime`)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_bin;

CREATE TABLE `account` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `email` varchar(180) NOT NULL,
  `password` varchar(255) NOT NULL,
  `program_id` int(11) NOT NULL,
  `words` varchar(5) DEFAULT NULL,
  `epoch` int(11) NOT NULL DEFAULT 1,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_7D3656A4E7927C74` (`email`),
  KEY `IDX_7D3656A43EB8070A` (`program_id`),
  CONSTRAINT `FK_7D3656A43EB8070A` FOREIGN KEY (`program_id`) REFERENCES `program` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `own_skill` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `code` varchar(60) NOT NULL,
  `name` varchar(80) NOT NULL,
  `family` varchar(20) NOT NULL,
  `year` smallint(6) NOT NULL,
  `prerequisites` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`prerequisites`)),
  `rule` varchar(1000) NOT NULL,
  `instruments` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`instruments`)),
  `version` int(11) NOT NULL DEFAULT 1,
  `put_away_at` datetime DEFAULT NULL,
  `program_id` int(11) NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_7D085CA23EB8070A77153098` (`program_id`,`code`),
  KEY `IDX_7D085CA23EB8070A` (`program_id`),
  CONSTRAINT `FK_7D085CA23EB8070A` FOREIGN KEY (`program_id`) REFERENCES `program` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `piece` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `title` varchar(200) NOT NULL,
  `composer` varchar(200) NOT NULL,
  `book` varchar(120) NOT NULL,
  `number_in_book` varchar(20) NOT NULL,
  `goal_tempo` smallint(6) NOT NULL,
  `measures` smallint(6) NOT NULL,
  `parts` smallint(6) NOT NULL,
  `meter` varchar(20) NOT NULL,
  `key_name` varchar(30) NOT NULL,
  `key_mode` varchar(12) NOT NULL,
  `beats` double NOT NULL,
  `score` mediumtext NOT NULL,
  `notices` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`notices`)),
  `added_at` datetime NOT NULL,
  `version` int(11) NOT NULL DEFAULT 1,
  `program_id` int(11) NOT NULL,
  `uses_printed` tinyint(4) NOT NULL DEFAULT 0,
  `score_hash` char(32) NOT NULL,
  `put_away_at` datetime DEFAULT NULL,
  PRIMARY KEY (`id`),
  KEY `IDX_44CA0B233EB8070A` (`program_id`),
  KEY `IDX_44CA0B233EB8070A2B36786B` (`program_id`,`title`),
  KEY `LIBRARY_FILTERS` (`program_id`,`put_away_at`,`book`,`key_name`,`key_mode`,`meter`),
  CONSTRAINT `FK_44CA0B233EB8070A` FOREIGN KEY (`program_id`) REFERENCES `program` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `rhythm_pattern` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `name` varchar(60) NOT NULL,
  `figure` varchar(200) NOT NULL,
  `program_id` int(11) NOT NULL,
  PRIMARY KEY (`id`),
  KEY `IDX_A4987DE53EB8070A` (`program_id`),
  CONSTRAINT `FK_A4987DE53EB8070A` FOREIGN KEY (`program_id`) REFERENCES `program` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `school_class` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `name` varchar(80) NOT NULL,
  `year` smallint(6) NOT NULL,
  `minutes` smallint(6) NOT NULL,
  `meetings` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`meetings`)),
  `going_on` varchar(10) NOT NULL,
  `coins` smallint(6) NOT NULL,
  `misses_down` smallint(6) NOT NULL,
  `treads_back` smallint(6) NOT NULL,
  `growth` varchar(80) NOT NULL,
  `version` int(11) NOT NULL DEFAULT 1,
  `program_id` int(11) NOT NULL,
  `hands` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`hands`)),
  `group_changes` int(11) NOT NULL DEFAULT 0,
  `put_away_at` datetime DEFAULT NULL,
  `coins_below` smallint(6) NOT NULL DEFAULT 1,
  `slow` varchar(10) NOT NULL DEFAULT 'apart',
  `contact` varchar(10) NOT NULL DEFAULT 'new',
  `hold_check` tinyint(1) NOT NULL DEFAULT 1,
  `past` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin DEFAULT NULL CHECK (json_valid(`past`)),
  PRIMARY KEY (`id`),
  KEY `IDX_33B1AF853EB8070A` (`program_id`),
  CONSTRAINT `FK_33B1AF853EB8070A` FOREIGN KEY (`program_id`) REFERENCES `program` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `chunk` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `kind` varchar(10) NOT NULL,
  `from_position` smallint(6) NOT NULL,
  `from_offset` int(11) NOT NULL,
  `to_position` smallint(6) NOT NULL,
  `to_offset` int(11) NOT NULL,
  `lands` tinyint(4) NOT NULL,
  `removed` tinyint(4) NOT NULL,
  `version` int(11) NOT NULL DEFAULT 1,
  `piece_id` int(11) NOT NULL,
  `program_id` int(11) NOT NULL,
  `own` tinyint(4) NOT NULL,
  `prompt` varchar(160) NOT NULL DEFAULT '',
  PRIMARY KEY (`id`),
  KEY `IDX_9506712EC40FCFA8` (`piece_id`),
  KEY `IDX_9506712E3EB8070A` (`program_id`),
  CONSTRAINT `FK_9506712E3EB8070A` FOREIGN KEY (`program_id`) REFERENCES `program` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_9506712EC40FCFA8` FOREIGN KEY (`piece_id`) REFERENCES `piece` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `cut_change` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `chunks` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`chunks`)),
  `undone` tinyint(4) NOT NULL,
  `piece_id` int(11) NOT NULL,
  `program_id` int(11) NOT NULL,
  PRIMARY KEY (`id`),
  KEY `IDX_6F7C0828C40FCFA8` (`piece_id`),
  KEY `IDX_6F7C08283EB8070A` (`program_id`),
  KEY `IDX_6F7C0828C40FCFA8BF396750` (`piece_id`,`id`),
  CONSTRAINT `FK_6F7C08283EB8070A` FOREIGN KEY (`program_id`) REFERENCES `program` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_6F7C0828C40FCFA8` FOREIGN KEY (`piece_id`) REFERENCES `piece` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `draft` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `kind` varchar(20) NOT NULL,
  `fields` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`fields`)),
  `changed_at` datetime NOT NULL,
  `user_id` int(11) NOT NULL,
  `program_id` int(11) NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_467C9694A76ED3953BC4BCD9` (`user_id`,`kind`),
  KEY `IDX_467C9694A76ED395` (`user_id`),
  KEY `IDX_467C96943EB8070A` (`program_id`),
  CONSTRAINT `FK_467C96943EB8070A` FOREIGN KEY (`program_id`) REFERENCES `program` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_467C9694A76ED395` FOREIGN KEY (`user_id`) REFERENCES `account` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `hand_override` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `instrument` varchar(8) NOT NULL,
  `note` varchar(60) NOT NULL,
  `pitch` varchar(8) NOT NULL,
  `kind` varchar(10) NOT NULL,
  `value` varchar(10) NOT NULL,
  `piece_id` int(11) NOT NULL,
  `class_id` int(11) DEFAULT NULL,
  `program_id` int(11) NOT NULL,
  PRIMARY KEY (`id`),
  KEY `IDX_781721C9C40FCFA8` (`piece_id`),
  KEY `IDX_781721C9EA000B10` (`class_id`),
  KEY `IDX_781721C93EB8070A` (`program_id`),
  KEY `IDX_781721C9C40FCFA83CBF69DD` (`piece_id`,`instrument`),
  CONSTRAINT `FK_781721C93EB8070A` FOREIGN KEY (`program_id`) REFERENCES `program` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_781721C9C40FCFA8` FOREIGN KEY (`piece_id`) REFERENCES `piece` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_781721C9EA000B10` FOREIGN KEY (`class_id`) REFERENCES `school_class` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `instrument_group` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `instrument` varchar(10) NOT NULL,
  `players` smallint(6) NOT NULL,
  `class_id` int(11) NOT NULL,
  `program_id` int(11) NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_B51AF0ACEA000B103CBF69DD` (`class_id`,`instrument`),
  KEY `IDX_B51AF0ACEA000B10` (`class_id`),
  KEY `IDX_B51AF0AC3EB8070A` (`program_id`),
  CONSTRAINT `FK_B51AF0AC3EB8070A` FOREIGN KEY (`program_id`) REFERENCES `program` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_B51AF0ACEA000B10` FOREIGN KEY (`class_id`) REFERENCES `school_class` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `password_link` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `hash` char(64) NOT NULL,
  `expires_at` datetime NOT NULL,
  `account_id` int(11) NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_A4F99EBAD1B862B8` (`hash`),
  KEY `IDX_A4F99EBA9B6B5FBA` (`account_id`),
  CONSTRAINT `FK_A4F99EBA9B6B5FBA` FOREIGN KEY (`account_id`) REFERENCES `account` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `piece_source` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `file_name` varchar(255) NOT NULL,
  `packed` longblob NOT NULL,
  `piece_id` int(11) NOT NULL,
  `program_id` int(11) NOT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_85F87422C40FCFA8` (`piece_id`),
  KEY `IDX_85F874223EB8070A` (`program_id`),
  CONSTRAINT `FK_85F874223EB8070A` FOREIGN KEY (`program_id`) REFERENCES `program` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_85F87422C40FCFA8` FOREIGN KEY (`piece_id`) REFERENCES `piece` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `said_state` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `code` varchar(60) NOT NULL,
  `instrument` varchar(8) NOT NULL,
  `state` varchar(12) NOT NULL,
  `day` date NOT NULL,
  `why` varchar(300) NOT NULL,
  `made_at` datetime NOT NULL,
  `taken_back_at` datetime DEFAULT NULL,
  `class_id` int(11) NOT NULL,
  `account_id` int(11) DEFAULT NULL,
  `program_id` int(11) NOT NULL,
  PRIMARY KEY (`id`),
  KEY `IDX_9DD88FA8EA000B10` (`class_id`),
  KEY `IDX_9DD88FA89B6B5FBA` (`account_id`),
  KEY `IDX_9DD88FA83EB8070A` (`program_id`),
  KEY `IDX_9DD88FA8EA000B10771530983CBF69DD` (`class_id`,`code`,`instrument`),
  CONSTRAINT `FK_9DD88FA83EB8070A` FOREIGN KEY (`program_id`) REFERENCES `program` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_9DD88FA89B6B5FBA` FOREIGN KEY (`account_id`) REFERENCES `account` (`id`) ON DELETE SET NULL,
  CONSTRAINT `FK_9DD88FA8EA000B10` FOREIGN KEY (`class_id`) REFERENCES `school_class` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `sequence` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `goal_tempo` smallint(6) NOT NULL,
  `comfort` double DEFAULT NULL,
  `changed_at` datetime NOT NULL,
  `version` int(11) NOT NULL DEFAULT 1,
  `class_id` int(11) NOT NULL,
  `piece_id` int(11) NOT NULL,
  `program_id` int(11) NOT NULL,
  `method` varchar(12) NOT NULL,
  `instruments` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`instruments`)),
  `put_away_at` datetime DEFAULT NULL,
  `slow` varchar(10) DEFAULT NULL,
  `contact` varchar(10) DEFAULT NULL,
  `cut` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`cut`)),
  `skipped` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`skipped`)),
  `short_pieces` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`short_pieces`)),
  `asked` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`asked`)),
  PRIMARY KEY (`id`),
  KEY `IDX_5286D72BEA000B10` (`class_id`),
  KEY `IDX_5286D72BC40FCFA8` (`piece_id`),
  KEY `IDX_5286D72B3EB8070A` (`program_id`),
  CONSTRAINT `FK_5286D72B3EB8070A` FOREIGN KEY (`program_id`) REFERENCES `program` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_5286D72BC40FCFA8` FOREIGN KEY (`piece_id`) REFERENCES `piece` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_5286D72BEA000B10` FOREIGN KEY (`class_id`) REFERENCES `school_class` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `lesson` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `day` date NOT NULL,
  `started_at` datetime NOT NULL,
  `ended_at` datetime DEFAULT NULL,
  `plan` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`plan`)),
  `remark` varchar(4000) NOT NULL,
  `class_id` int(11) NOT NULL,
  `sequence_id` int(11) DEFAULT NULL,
  `piece_id` int(11) NOT NULL,
  `program_id` int(11) NOT NULL,
  `log_size` int(11) NOT NULL DEFAULT 0,
  `log_hash` bigint(20) NOT NULL DEFAULT 0,
  `put_away_at` datetime DEFAULT NULL,
  `short_pieces` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`short_pieces`)),
  PRIMARY KEY (`id`),
  KEY `IDX_F87474F3EA000B10` (`class_id`),
  KEY `IDX_F87474F398FB19AE` (`sequence_id`),
  KEY `IDX_F87474F3C40FCFA8` (`piece_id`),
  KEY `IDX_F87474F33EB8070A` (`program_id`),
  KEY `IDX_F87474F3EA000B10E5A02990` (`class_id`,`day`),
  CONSTRAINT `FK_F87474F33EB8070A` FOREIGN KEY (`program_id`) REFERENCES `program` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_F87474F398FB19AE` FOREIGN KEY (`sequence_id`) REFERENCES `sequence` (`id`) ON DELETE SET NULL,
  CONSTRAINT `FK_F87474F3C40FCFA8` FOREIGN KEY (`piece_id`) REFERENCES `piece` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_F87474F3EA000B10` FOREIGN KEY (`class_id`) REFERENCES `school_class` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `sequence_change` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `state_before` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`state_before`)),
  `state_after` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`state_after`)),
  `undone` tinyint(1) NOT NULL,
  `sequence_id` int(11) NOT NULL,
  `program_id` int(11) NOT NULL,
  PRIMARY KEY (`id`),
  KEY `IDX_2447DA4998FB19AE` (`sequence_id`),
  KEY `IDX_2447DA493EB8070A` (`program_id`),
  KEY `IDX_2447DA4998FB19AEBF396750` (`sequence_id`,`id`),
  CONSTRAINT `FK_2447DA493EB8070A` FOREIGN KEY (`program_id`) REFERENCES `program` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_2447DA4998FB19AE` FOREIGN KEY (`sequence_id`) REFERENCES `sequence` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `step` (
  `id` int(11) NOT NULL AUTO_INCREMENT,
  `place` smallint(6) NOT NULL,
  `purpose` varchar(12) NOT NULL,
  `prompt` varchar(160) NOT NULL,
  `sequence_id` int(11) NOT NULL,
  `chunk_id` int(11) DEFAULT NULL,
  `program_id` int(11) NOT NULL,
  `pattern_id` int(11) DEFAULT NULL,
  `rung` varchar(12) DEFAULT NULL,
  `like_id` int(11) DEFAULT NULL,
  `hand` longtext CHARACTER SET utf8mb4 COLLATE utf8mb4_bin NOT NULL CHECK (json_valid(`hand`)),
  `removed` tinyint(1) NOT NULL DEFAULT 0,
  PRIMARY KEY (`id`),
  KEY `IDX_43B9FE3C98FB19AE` (`sequence_id`),
  KEY `IDX_43B9FE3C8BD543CD` (`chunk_id`),
  KEY `IDX_43B9FE3C3EB8070A` (`program_id`),
  KEY `IDX_43B9FE3CF734A20F` (`pattern_id`),
  KEY `IDX_43B9FE3C859BFA32` (`like_id`),
  CONSTRAINT `FK_43B9FE3C3EB8070A` FOREIGN KEY (`program_id`) REFERENCES `program` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_43B9FE3C859BFA32` FOREIGN KEY (`like_id`) REFERENCES `chunk` (`id`) ON DELETE SET NULL,
  CONSTRAINT `FK_43B9FE3C8BD543CD` FOREIGN KEY (`chunk_id`) REFERENCES `chunk` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_43B9FE3C98FB19AE` FOREIGN KEY (`sequence_id`) REFERENCES `sequence` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_43B9FE3CF734A20F` FOREIGN KEY (`pattern_id`) REFERENCES `rhythm_pattern` (`id`) ON DELETE SET NULL
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

CREATE TABLE `log_entry` (
  `id` char(36) NOT NULL,
  `step` varchar(20) NOT NULL,
  `kind` varchar(10) NOT NULL,
  `tempo` smallint(6) NOT NULL,
  `made_at` bigint(20) NOT NULL,
  `device_count` int(11) NOT NULL,
  `text` varchar(500) NOT NULL,
  `lesson_id` int(11) NOT NULL,
  `program_id` int(11) NOT NULL,
  `position` int(11) NOT NULL,
  `device` varchar(36) NOT NULL DEFAULT '',
  `late` tinyint(4) NOT NULL DEFAULT 0,
  `afterwards` tinyint(4) NOT NULL DEFAULT 0,
  `account_id` int(11) DEFAULT NULL,
  PRIMARY KEY (`id`),
  UNIQUE KEY `UNIQ_B5F762DCDF80196462CE4F5` (`lesson_id`,`position`),
  KEY `IDX_B5F762DCDF80196` (`lesson_id`),
  KEY `IDX_B5F762D3EB8070A` (`program_id`),
  KEY `IDX_B5F762DCDF8019698817E56` (`lesson_id`,`made_at`),
  KEY `IDX_B5F762D9B6B5FBA` (`account_id`),
  CONSTRAINT `FK_B5F762D3EB8070A` FOREIGN KEY (`program_id`) REFERENCES `program` (`id`) ON DELETE CASCADE,
  CONSTRAINT `FK_B5F762D9B6B5FBA` FOREIGN KEY (`account_id`) REFERENCES `account` (`id`) ON DELETE SET NULL,
  CONSTRAINT `FK_B5F762DCDF80196` FOREIGN KEY (`lesson_id`) REFERENCES `lesson` (`id`) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_general_ci;

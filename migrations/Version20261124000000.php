<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261124000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'The tables of the first release, and those of sessions and of the sign-in limit.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            <<<'SQL'
                CREATE TABLE account (
                  id INT AUTO_INCREMENT NOT NULL,
                  email VARCHAR(180) NOT NULL,
                  password VARCHAR(255) NOT NULL,
                  program_id INT NOT NULL,
                  UNIQUE INDEX UNIQ_7D3656A4E7927C74 (email),
                  INDEX IDX_7D3656A43EB8070A (program_id),
                  PRIMARY KEY (id)
                ) DEFAULT CHARACTER SET utf8mb4
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                CREATE TABLE chunk (
                  id INT AUTO_INCREMENT NOT NULL,
                  kind VARCHAR(10) NOT NULL,
                  from_position SMALLINT NOT NULL,
                  from_offset INT NOT NULL,
                  to_position SMALLINT NOT NULL,
                  to_offset INT NOT NULL,
                  lands TINYINT NOT NULL,
                  removed TINYINT NOT NULL,
                  version INT DEFAULT 1 NOT NULL,
                  piece_id INT NOT NULL,
                  program_id INT NOT NULL,
                  INDEX IDX_9506712EC40FCFA8 (piece_id),
                  INDEX IDX_9506712E3EB8070A (program_id),
                  PRIMARY KEY (id)
                ) DEFAULT CHARACTER SET utf8mb4
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                CREATE TABLE instrument_group (
                  id INT AUTO_INCREMENT NOT NULL,
                  instrument VARCHAR(10) NOT NULL,
                  players SMALLINT NOT NULL,
                  class_id INT NOT NULL,
                  program_id INT NOT NULL,
                  INDEX IDX_B51AF0ACEA000B10 (class_id),
                  INDEX IDX_B51AF0AC3EB8070A (program_id),
                  UNIQUE INDEX UNIQ_B51AF0ACEA000B103CBF69DD (class_id, instrument),
                  PRIMARY KEY (id)
                ) DEFAULT CHARACTER SET utf8mb4
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                CREATE TABLE lesson (
                  id INT AUTO_INCREMENT NOT NULL,
                  day DATE NOT NULL,
                  started_at DATETIME NOT NULL,
                  ended_at DATETIME DEFAULT NULL,
                  plan JSON NOT NULL,
                  remark VARCHAR(1000) NOT NULL,
                  class_id INT NOT NULL,
                  sequence_id INT DEFAULT NULL,
                  piece_id INT NOT NULL,
                  program_id INT NOT NULL,
                  INDEX IDX_F87474F3EA000B10 (class_id),
                  INDEX IDX_F87474F398FB19AE (sequence_id),
                  INDEX IDX_F87474F3C40FCFA8 (piece_id),
                  INDEX IDX_F87474F33EB8070A (program_id),
                  INDEX IDX_F87474F3EA000B10E5A02990 (class_id, day),
                  PRIMARY KEY (id)
                ) DEFAULT CHARACTER SET utf8mb4
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                CREATE TABLE log_entry (
                  id CHAR(36) NOT NULL,
                  step VARCHAR(20) NOT NULL,
                  kind VARCHAR(10) NOT NULL,
                  tempo SMALLINT NOT NULL,
                  made_at BIGINT NOT NULL,
                  device_count INT NOT NULL,
                  text VARCHAR(500) NOT NULL,
                  lesson_id INT NOT NULL,
                  program_id INT NOT NULL,
                  INDEX IDX_B5F762DCDF80196 (lesson_id),
                  INDEX IDX_B5F762D3EB8070A (program_id),
                  INDEX IDX_B5F762DCDF8019698817E56 (lesson_id, made_at),
                  PRIMARY KEY (id)
                ) DEFAULT CHARACTER SET utf8mb4
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                CREATE TABLE piece (
                  id INT AUTO_INCREMENT NOT NULL,
                  title VARCHAR(200) NOT NULL,
                  composer VARCHAR(200) NOT NULL,
                  book VARCHAR(120) NOT NULL,
                  number_in_book VARCHAR(20) NOT NULL,
                  goal_tempo SMALLINT NOT NULL,
                  measures SMALLINT NOT NULL,
                  parts SMALLINT NOT NULL,
                  meter VARCHAR(20) NOT NULL,
                  key_name VARCHAR(30) NOT NULL,
                  key_mode VARCHAR(12) NOT NULL,
                  beats DOUBLE PRECISION NOT NULL,
                  score MEDIUMTEXT NOT NULL,
                  notices JSON NOT NULL,
                  added_at DATETIME NOT NULL,
                  version INT DEFAULT 1 NOT NULL,
                  program_id INT NOT NULL,
                  INDEX IDX_44CA0B233EB8070A (program_id),
                  INDEX IDX_44CA0B233EB8070A2B36786B (program_id, title),
                  PRIMARY KEY (id)
                ) DEFAULT CHARACTER SET utf8mb4
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                CREATE TABLE piece_source (
                  id INT AUTO_INCREMENT NOT NULL,
                  file_name VARCHAR(255) NOT NULL,
                  packed LONGBLOB NOT NULL,
                  piece_id INT NOT NULL,
                  program_id INT NOT NULL,
                  UNIQUE INDEX UNIQ_85F87422C40FCFA8 (piece_id),
                  INDEX IDX_85F874223EB8070A (program_id),
                  PRIMARY KEY (id)
                ) DEFAULT CHARACTER SET utf8mb4
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                CREATE TABLE program (
                  id INT AUTO_INCREMENT NOT NULL,
                  name VARCHAR(120) NOT NULL,
                  words VARCHAR(5) NOT NULL,
                  timezone VARCHAR(64) NOT NULL,
                  minutes_lost SMALLINT NOT NULL,
                  version INT DEFAULT 1 NOT NULL,
                  PRIMARY KEY (id)
                ) DEFAULT CHARACTER SET utf8mb4
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                CREATE TABLE school_class (
                  id INT AUTO_INCREMENT NOT NULL,
                  name VARCHAR(80) NOT NULL,
                  year SMALLINT NOT NULL,
                  minutes SMALLINT NOT NULL,
                  meetings JSON NOT NULL,
                  going_on VARCHAR(10) NOT NULL,
                  coins SMALLINT NOT NULL,
                  misses_down SMALLINT NOT NULL,
                  treads_back SMALLINT NOT NULL,
                  growth VARCHAR(80) NOT NULL,
                  version INT DEFAULT 1 NOT NULL,
                  program_id INT NOT NULL,
                  INDEX IDX_33B1AF853EB8070A (program_id),
                  PRIMARY KEY (id)
                ) DEFAULT CHARACTER SET utf8mb4
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                CREATE TABLE sequence (
                  id INT AUTO_INCREMENT NOT NULL,
                  goal_tempo SMALLINT NOT NULL,
                  comfort DOUBLE PRECISION NOT NULL,
                  changed_at DATETIME NOT NULL,
                  version INT DEFAULT 1 NOT NULL,
                  class_id INT NOT NULL,
                  piece_id INT NOT NULL,
                  program_id INT NOT NULL,
                  INDEX IDX_5286D72BEA000B10 (class_id),
                  INDEX IDX_5286D72BC40FCFA8 (piece_id),
                  INDEX IDX_5286D72B3EB8070A (program_id),
                  PRIMARY KEY (id)
                ) DEFAULT CHARACTER SET utf8mb4
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                CREATE TABLE step (
                  id INT AUTO_INCREMENT NOT NULL,
                  place SMALLINT NOT NULL,
                  purpose VARCHAR(12) NOT NULL,
                  mode VARCHAR(10) NOT NULL,
                  treads JSON NOT NULL,
                  going_on VARCHAR(10) NOT NULL,
                  coins SMALLINT NOT NULL,
                  misses_down SMALLINT NOT NULL,
                  turns SMALLINT NOT NULL,
                  prompt VARCHAR(160) NOT NULL,
                  sequence_id INT NOT NULL,
                  chunk_id INT DEFAULT NULL,
                  program_id INT NOT NULL,
                  INDEX IDX_43B9FE3C98FB19AE (sequence_id),
                  INDEX IDX_43B9FE3C8BD543CD (chunk_id),
                  INDEX IDX_43B9FE3C3EB8070A (program_id),
                  PRIMARY KEY (id)
                ) DEFAULT CHARACTER SET utf8mb4
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  account
                ADD
                  CONSTRAINT FK_7D3656A43EB8070A FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  chunk
                ADD
                  CONSTRAINT FK_9506712EC40FCFA8 FOREIGN KEY (piece_id) REFERENCES piece (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  chunk
                ADD
                  CONSTRAINT FK_9506712E3EB8070A FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  instrument_group
                ADD
                  CONSTRAINT FK_B51AF0ACEA000B10 FOREIGN KEY (class_id) REFERENCES school_class (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  instrument_group
                ADD
                  CONSTRAINT FK_B51AF0AC3EB8070A FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  lesson
                ADD
                  CONSTRAINT FK_F87474F3EA000B10 FOREIGN KEY (class_id) REFERENCES school_class (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  lesson
                ADD
                  CONSTRAINT FK_F87474F398FB19AE FOREIGN KEY (sequence_id) REFERENCES sequence (id) ON DELETE
                SET
                  NULL
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  lesson
                ADD
                  CONSTRAINT FK_F87474F3C40FCFA8 FOREIGN KEY (piece_id) REFERENCES piece (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  lesson
                ADD
                  CONSTRAINT FK_F87474F33EB8070A FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  log_entry
                ADD
                  CONSTRAINT FK_B5F762DCDF80196 FOREIGN KEY (lesson_id) REFERENCES lesson (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  log_entry
                ADD
                  CONSTRAINT FK_B5F762D3EB8070A FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  piece
                ADD
                  CONSTRAINT FK_44CA0B233EB8070A FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  piece_source
                ADD
                  CONSTRAINT FK_85F87422C40FCFA8 FOREIGN KEY (piece_id) REFERENCES piece (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  piece_source
                ADD
                  CONSTRAINT FK_85F874223EB8070A FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  school_class
                ADD
                  CONSTRAINT FK_33B1AF853EB8070A FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  sequence
                ADD
                  CONSTRAINT FK_5286D72BEA000B10 FOREIGN KEY (class_id) REFERENCES school_class (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  sequence
                ADD
                  CONSTRAINT FK_5286D72BC40FCFA8 FOREIGN KEY (piece_id) REFERENCES piece (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  sequence
                ADD
                  CONSTRAINT FK_5286D72B3EB8070A FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  step
                ADD
                  CONSTRAINT FK_43B9FE3C98FB19AE FOREIGN KEY (sequence_id) REFERENCES sequence (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  step
                ADD
                  CONSTRAINT FK_43B9FE3C8BD543CD FOREIGN KEY (chunk_id) REFERENCES chunk (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            <<<'SQL'
                ALTER TABLE
                  step
                ADD
                  CONSTRAINT FK_43B9FE3C3EB8070A FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE
            SQL,
        );
        $this->addSql(
            'CREATE TABLE sessions (sess_id VARBINARY(128) NOT NULL PRIMARY KEY, sess_data BLOB NOT NULL, sess_lifetime INTEGER '
                .'UNSIGNED NOT NULL, sess_time INTEGER UNSIGNED NOT NULL, INDEX sess_lifetime_idx (sess_lifetime)) COLLATE utf8mb4_bin, '
                .'ENGINE = InnoDB',
        );
        $this->addSql(
            'CREATE TABLE cache_items (item_id VARBINARY(255) NOT NULL PRIMARY KEY, item_data MEDIUMBLOB NOT NULL, item_lifetime '
                .'INTEGER UNSIGNED, item_time INTEGER UNSIGNED NOT NULL) COLLATE utf8mb4_bin, ENGINE = InnoDB',
        );
    }

    public function isTransactional(): bool
    {
        return false;
    }
}

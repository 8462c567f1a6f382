<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/**
 * Sequences over lessons: their stairs and minutes are reckoned now from what the class has done, so that a step keeps only what a teacher
 * set of it.
 */
final class Version20261126150000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Sequences over lessons: cut, slow groups, first contact, changes that can be undone; steps keep what is set by hand.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            "ALTER TABLE school_class ADD coins_below SMALLINT DEFAULT 1 NOT NULL, ADD slow VARCHAR(10) DEFAULT 'apart' NOT NULL, ".
                "ADD contact VARCHAR(10) DEFAULT 'new' NOT NULL, ADD hold_check TINYINT(1) DEFAULT 1 NOT NULL",
        );
        $this->addSql("UPDATE school_class SET growth = 'likely' WHERE growth = 'ratio'");
        $this->addSql(
            'ALTER TABLE sequence ADD slow VARCHAR(10) DEFAULT NULL, ADD contact VARCHAR(10) DEFAULT NULL, '.
                "ADD cut JSON DEFAULT '[]' NOT NULL, ADD skipped JSON DEFAULT '[]' NOT NULL, ADD short_pieces JSON DEFAULT '[]' NOT NULL",
        );
        $this->addSql('ALTER TABLE sequence ALTER cut DROP DEFAULT, ALTER skipped DROP DEFAULT, ALTER short_pieces DROP DEFAULT');
        $this->addSql("ALTER TABLE lesson ADD short_pieces JSON DEFAULT '[]' NOT NULL");
        $this->addSql('ALTER TABLE lesson ALTER short_pieces DROP DEFAULT');
        $this->addSql("ALTER TABLE step ADD hand JSON DEFAULT '{}' NOT NULL, ADD removed TINYINT(1) DEFAULT 0 NOT NULL");
        // What a teacher chose beside the stair is kept; the stair itself is reckoned anew.
        $this->addSql(
            "UPDATE step SET hand = JSON_MERGE_PATCH(hand, IF(mode = 'bow', '{}', JSON_OBJECT('mode', mode)), ".
                "IF(turns = 1, '{}', JSON_OBJECT('turns', turns)))",
        );
        $this->addSql("ALTER TABLE chunk ADD prompt VARCHAR(160) DEFAULT '' NOT NULL");
        $this->addSql("UPDATE step SET purpose = 'check' WHERE purpose = 'hold-check'");
        $this->addSql("UPDATE step SET purpose = 'break' WHERE purpose = 'rest'");
        // Each lesson opens with a hold check of its own now.
        $this->addSql("UPDATE step SET removed = 1 WHERE purpose = 'check'");
        $this->addSql(
            'ALTER TABLE step ALTER hand DROP DEFAULT, DROP mode, DROP turns, DROP treads, DROP going_on, DROP coins, DROP misses_down',
        );
        $this->addSql(
            'CREATE TABLE sequence_change (id INT AUTO_INCREMENT NOT NULL, state_before JSON NOT NULL, state_after JSON NOT NULL, '.
                'undone TINYINT(1) NOT NULL, sequence_id INT NOT NULL, program_id INT NOT NULL, '.
                'INDEX IDX_2447DA4998FB19AE (sequence_id), INDEX IDX_2447DA493EB8070A (program_id), '.
                'INDEX IDX_2447DA4998FB19AEBF396750 (sequence_id, id), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4',
        );
        $this->addSql(
            'ALTER TABLE sequence_change ADD CONSTRAINT FK_2447DA4998FB19AE '.
                'FOREIGN KEY (sequence_id) REFERENCES sequence (id) ON DELETE CASCADE',
        );
        $this->addSql(
            'ALTER TABLE sequence_change ADD CONSTRAINT FK_2447DA493EB8070A '.
                'FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE',
        );
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE sequence_change');
        $this->addSql(
            "ALTER TABLE step ADD mode VARCHAR(10) DEFAULT 'bow' NOT NULL, ADD turns SMALLINT DEFAULT 1 NOT NULL, ".
                "ADD treads JSON DEFAULT '[]' NOT NULL, ADD going_on VARCHAR(10) DEFAULT 'row' NOT NULL, ".
                'ADD coins SMALLINT DEFAULT 3 NOT NULL, ADD misses_down SMALLINT DEFAULT 2 NOT NULL, DROP hand, DROP removed',
        );
        $this->addSql('ALTER TABLE chunk DROP prompt');
        $this->addSql('ALTER TABLE lesson DROP short_pieces');
        $this->addSql('ALTER TABLE sequence DROP slow, DROP contact, DROP cut, DROP skipped, DROP short_pieces');
        $this->addSql('ALTER TABLE school_class DROP coins_below, DROP slow, DROP contact, DROP hold_check');
    }
}

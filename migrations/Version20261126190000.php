<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What classes have met: states that teachers say, skills of a program's own, where a class begins. */
final class Version20261126190000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Skills: states said by hand, skills of a program, the past of a class, thresholds.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE program ADD thresholds JSON DEFAULT NULL');
        $this->addSql('ALTER TABLE school_class ADD past JSON DEFAULT NULL');
        $this->addSql("ALTER TABLE sequence ADD asked JSON DEFAULT '[]' NOT NULL");
        $this->addSql('ALTER TABLE sequence ALTER asked DROP DEFAULT');
        $this->addSql(
            'CREATE TABLE said_state (id INT AUTO_INCREMENT NOT NULL, code VARCHAR(60) NOT NULL, instrument VARCHAR(8) NOT NULL, '.
                'state VARCHAR(12) NOT NULL, day DATE NOT NULL, why VARCHAR(300) NOT NULL, made_at DATETIME NOT NULL, '.
                'taken_back_at DATETIME DEFAULT NULL, class_id INT NOT NULL, account_id INT DEFAULT NULL, program_id INT NOT NULL, '.
                'INDEX IDX_9DD88FA8EA000B10 (class_id), INDEX IDX_9DD88FA89B6B5FBA (account_id), INDEX IDX_9DD88FA83EB8070A (program_id), '.
                'INDEX IDX_9DD88FA8EA000B10771530983CBF69DD (class_id, code, instrument), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4',
        );
        $this->addSql(
            'CREATE TABLE own_skill (id INT AUTO_INCREMENT NOT NULL, code VARCHAR(60) NOT NULL, name VARCHAR(80) NOT NULL, '.
                'family VARCHAR(20) NOT NULL, year SMALLINT NOT NULL, prerequisites JSON NOT NULL, rule VARCHAR(1000) NOT NULL, '.
                'instruments JSON NOT NULL, version INT DEFAULT 1 NOT NULL, put_away_at DATETIME DEFAULT NULL, program_id INT NOT NULL, '.
                'INDEX IDX_7D085CA23EB8070A (program_id), UNIQUE INDEX UNIQ_7D085CA23EB8070A77153098 (program_id, code), '.
                'PRIMARY KEY (id)) '.
                'DEFAULT CHARACTER SET utf8mb4',
        );
        $this->addSql(
            'ALTER TABLE said_state ADD CONSTRAINT FK_9DD88FA8EA000B10 '.
                'FOREIGN KEY (class_id) REFERENCES school_class (id) ON DELETE CASCADE',
        );
        $this->addSql(
            'ALTER TABLE said_state ADD CONSTRAINT FK_9DD88FA83EB8070A FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE',
        );
        $this->addSql(
            'ALTER TABLE said_state ADD CONSTRAINT FK_9DD88FA89B6B5FBA FOREIGN KEY (account_id) REFERENCES account (id) ON DELETE SET NULL',
        );
        $this->addSql(
            'ALTER TABLE own_skill ADD CONSTRAINT FK_7D085CA23EB8070A FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE',
        );
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE said_state');
        $this->addSql('DROP TABLE own_skill');
        $this->addSql('ALTER TABLE sequence DROP asked');
        $this->addSql('ALTER TABLE school_class DROP past');
        $this->addSql('ALTER TABLE program DROP thresholds');
    }
}

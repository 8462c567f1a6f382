<?php

declare(strict_types=1);

namespace App\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261201010000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'What is done in the background: tasks, the files that they make, and the queue.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql(
            'CREATE TABLE task (id INT AUTO_INCREMENT NOT NULL, kind VARCHAR(20) NOT NULL, name VARCHAR(160) NOT NULL, '.
                'subject VARCHAR(64) DEFAULT NULL, asked JSON NOT NULL, state VARCHAR(10) NOT NULL, done INT NOT NULL, '.
                'total INT NOT NULL, made JSON NOT NULL, problem VARCHAR(300) NOT NULL, begun_at DATETIME NOT NULL, '.
                'changed_at DATETIME NOT NULL, account_id INT DEFAULT NULL, program_id INT NOT NULL, '.
                'INDEX IDX_527EDB259B6B5FBA (account_id), INDEX IDX_527EDB253EB8070A (program_id), '.
                'INDEX IDX_527EDB253EB8070ABF396750 (program_id, id), '.
                'UNIQUE INDEX UNIQ_527EDB253EB8070AFBCE3E7A (program_id, subject), PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4',
        );
        $this->addSql(
            'CREATE TABLE task_file (id INT AUTO_INCREMENT NOT NULL, name VARCHAR(160) NOT NULL, content LONGBLOB NOT NULL, '.
                'task_id INT NOT NULL, program_id INT NOT NULL, INDEX IDX_FF2CA26B8DB60186 (task_id), '.
                'INDEX IDX_FF2CA26B3EB8070A (program_id), UNIQUE INDEX UNIQ_FF2CA26B8DB601865E237E06 (task_id, name), '.
                'PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4',
        );
        $this->addSql(
            'CREATE TABLE messenger_messages (id BIGINT AUTO_INCREMENT NOT NULL, body LONGTEXT NOT NULL, headers LONGTEXT NOT NULL, '.
                'queue_name VARCHAR(190) NOT NULL, created_at DATETIME NOT NULL, available_at DATETIME NOT NULL, '.
                'delivered_at DATETIME DEFAULT NULL, '.
                'INDEX IDX_75EA56E0FB7336F0E3BD61CE16BA31DBBF396750 (queue_name, available_at, delivered_at, id), '.
                'PRIMARY KEY (id)) DEFAULT CHARACTER SET utf8mb4',
        );
        $this->addSql(
            'ALTER TABLE task ADD CONSTRAINT FK_527EDB259B6B5FBA '.
                'FOREIGN KEY (account_id) REFERENCES account (id) ON DELETE SET NULL',
        );
        $this->addSql(
            'ALTER TABLE task ADD CONSTRAINT FK_527EDB253EB8070A '.
                'FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE',
        );
        $this->addSql(
            'ALTER TABLE task_file ADD CONSTRAINT FK_FF2CA26B8DB60186 '.
                'FOREIGN KEY (task_id) REFERENCES task (id) ON DELETE CASCADE',
        );
        $this->addSql(
            'ALTER TABLE task_file ADD CONSTRAINT FK_FF2CA26B3EB8070A FOREIGN KEY (program_id) REFERENCES program (id) ON DELETE CASCADE',
        );
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE messenger_messages');
        $this->addSql('DROP TABLE task_file');
        $this->addSql('DROP TABLE task');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}

<?php

declare(strict_types=1);

namespace App\Migrations;

use App\Shared\Entity\EmailAddress;
use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261201000000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Addresses to sign in with are looked up exactly, in their one form.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE account CHANGE email email VARCHAR(180) NOT NULL COLLATE utf8mb4_bin');
    }

    /** Where the one form of an address is another account's already, it stays as it is. */
    public function postUp(Schema $schema): void
    {
        /** @var array<int, string> $addresses by id */
        $addresses = $this->connection->fetchAllKeyValue('SELECT id, email FROM account ORDER BY id');
        foreach ($addresses as $id => $address) {
            $normal = EmailAddress::normal($address);
            if (!\in_array($normal, $addresses, true)) {
                $this->connection->executeStatement('UPDATE account SET email = ? WHERE id = ?', [$normal, $id]);
                $addresses[$id] = $normal;
            }
        }
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE account CHANGE email email VARCHAR(180) NOT NULL');
    }

    public function isTransactional(): bool
    {
        return false;
    }
}

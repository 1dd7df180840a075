<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261202020000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'A band may breathe together on the pages of its packets.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('ALTER TABLE band ADD breathes_together BOOLEAN DEFAULT false NOT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE band DROP breathes_together');
    }
}

<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261201230000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'A player may have a breath of his own.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE chair ADD breath VARCHAR(8) DEFAULT '' NOT NULL");
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE chair DROP breath');
    }
}

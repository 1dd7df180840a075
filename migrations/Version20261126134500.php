<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126134500 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Chorales of a band\'s own.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE chorale (id UUID NOT NULL, band_id UUID DEFAULT NULL REFERENCES band (id) ON DELETE CASCADE, name VARCHAR(60) NOT NULL, piece JSON NOT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE INDEX chorale_band ON chorale (band_id)');
        $this->addSql("ALTER TABLE daily_sheet ADD chorale VARCHAR(60) DEFAULT 'evening' NOT NULL");
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Restore the backup that was made before.');
    }
}

<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126210000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Answers of players to written work.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE written_answer (id UUID NOT NULL, band_id UUID DEFAULT NULL REFERENCES band (id) ON DELETE CASCADE, chair_id UUID NOT NULL REFERENCES chair (id) ON DELETE CASCADE, kind VARCHAR(20) NOT NULL, question VARCHAR(200) NOT NULL, asks VARCHAR(300) NOT NULL, answer VARCHAR(300) NOT NULL, is_right BOOLEAN NOT NULL, mixed VARCHAR(300) NOT NULL, made_at TIMESTAMP(6) WITH TIME ZONE NOT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE INDEX written_answer_chair ON written_answer (chair_id, made_at)');
        $this->addSql('CREATE INDEX written_answer_band ON written_answer (band_id)');
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Restore the backup that was made before.');
    }
}

<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261123195500 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Players, and habits of their own';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE player (id UUID NOT NULL, name VARCHAR(60) NOT NULL, instrument VARCHAR(60) NOT NULL, setup VARCHAR(120) NOT NULL, stage VARCHAR(20) NOT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE INDEX player_instrument ON player (instrument)');
        $this->addSql('ALTER TABLE pinned_fingering ADD player_id UUID DEFAULT NULL');
        $this->addSql('ALTER TABLE pinned_fingering ADD CONSTRAINT pinned_fingering_player FOREIGN KEY (player_id) REFERENCES player (id) ON DELETE CASCADE');
        $this->addSql('CREATE INDEX pinned_fingering_player ON pinned_fingering (player_id)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE pinned_fingering DROP player_id');
        $this->addSql('DROP TABLE player');
    }
}

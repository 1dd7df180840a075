<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261202110000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'A band says how notes are named, and a player may have it otherwise.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE band ADD note_names VARCHAR(10) DEFAULT 'english' NOT NULL");
        $this->addSql('ALTER TABLE player ADD note_names VARCHAR(10) DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE player DROP note_names');
        $this->addSql('ALTER TABLE band DROP note_names');
    }
}

<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261123190000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Pinned fingerings, remarks, and where a drill came from';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE pinned_fingering (id UUID NOT NULL, instrument VARCHAR(60) NOT NULL, line TEXT NOT NULL, pin VARCHAR(200) NOT NULL, made_at TIMESTAMP(0) WITH TIME ZONE NOT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE INDEX pinned_fingering_instrument ON pinned_fingering (instrument)');
        $this->addSql('CREATE TABLE remark (id UUID NOT NULL, instrument VARCHAR(60) NOT NULL, line TEXT NOT NULL, note INT NOT NULL, is_change BOOLEAN NOT NULL, text VARCHAR(400) NOT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE INDEX remark_page ON remark (instrument, line)');
        $this->addSql('ALTER TABLE saved_study ADD origin UUID DEFAULT NULL');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('ALTER TABLE saved_study DROP origin');
        $this->addSql('DROP TABLE remark');
        $this->addSql('DROP TABLE pinned_fingering');
    }
}

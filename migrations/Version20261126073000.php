<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261126073000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'What was removed, as it stood, for thirty days';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE removed (id UUID NOT NULL, says VARCHAR(200) NOT NULL, rows JSON NOT NULL, removed_at TIMESTAMP(0) WITH TIME ZONE NOT NULL, PRIMARY KEY(id))');
        $this->addSql('CREATE INDEX removed_at ON removed (removed_at)');
    }

    public function down(Schema $schema): void
    {
        $this->addSql('DROP TABLE removed');
    }
}

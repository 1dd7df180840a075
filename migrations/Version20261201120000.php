<?php

declare(strict_types=1);

namespace DoctrineMigrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

final class Version20261201120000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Presses are done once; a sign-in stands for one player of a band; failed tries are counted by device; the sheet of the day has a version.';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE press (id CHAR(64) NOT NULL PRIMARY KEY, made_at TIMESTAMP WITH TIME ZONE DEFAULT now() NOT NULL, answer BYTEA DEFAULT NULL)');
        $this->addSql('CREATE INDEX press_made ON press (made_at)');

        // What was counted is a day old at the most: it begins anew, each kind in a space of its own.
        $this->addSql('DROP TABLE failed_try');
        $this->addSql('CREATE TABLE failed_try (id BIGINT GENERATED ALWAYS AS IDENTITY PRIMARY KEY, counter CHAR(64) NOT NULL, tried_at TIMESTAMP WITH TIME ZONE DEFAULT now() NOT NULL)');
        $this->addSql('CREATE INDEX failed_try_counter ON failed_try (counter, tried_at)');
        $this->addSql('CREATE TABLE known_device (device CHAR(64) NOT NULL, name CHAR(64) NOT NULL, came_at TIMESTAMP WITH TIME ZONE DEFAULT now() NOT NULL, PRIMARY KEY(device, name))');

        $this->addSql('ALTER TABLE daily_sheet ADD version INT DEFAULT 1 NOT NULL');

        // Names as the mapping has them, so that comparing both finds no difference.
        $this->addSql('ALTER INDEX band_assistant_account RENAME TO IDX_228CDE8E9B6B5FBA');
        $this->addSql('CREATE INDEX IF NOT EXISTS IDX_228CDE8E49ABEB17 ON band_assistant (band_id)');
        $this->addSql('ALTER INDEX job_next RENAME TO IDX_FBD8E0F8FB7336F0E3BD61CE16BA31DBBF396750');

        $this->takeApart();
        $this->addSql('CREATE UNIQUE INDEX player_of_sign_in ON player (band_id, sign_in_id)');
    }

    /**
     * Where one sign-in has come to stand for several players of a band, nobody can say any more which of them a device is: each gets a sign-in of
     * its own, the sessions of the old one end, and everybody comes in by the own link again. What was practised and heard hangs on chairs
     * and stays with the chair for which it was entered.
     */
    private function takeApart(): void
    {
        $mixed = $this->connection->fetchAllAssociative('SELECT p.id, p.name, p.band_id AS band, b.name AS band_name, b.owner_id AS owner, p.sign_in_id AS sign_in FROM player p JOIN band b ON b.id = p.band_id WHERE (p.band_id, p.sign_in_id) IN (SELECT band_id, sign_in_id FROM player WHERE sign_in_id IS NOT NULL GROUP BY band_id, sign_in_id HAVING COUNT(*) > 1) ORDER BY p.band_id, p.name_key');
        $told = [];
        foreach ($mixed as $one) {
            $this->addSql('WITH own AS (INSERT INTO player_sign_in (id, epoch) VALUES (gen_random_uuid(), 1) RETURNING id) UPDATE player SET sign_in_id = own.id, version = version + 1 FROM own WHERE player.id = :player', ['player' => $one['id']]);
            $this->addSql('UPDATE player_sign_in SET epoch = epoch + 1 WHERE id = :old', ['old' => $one['sign_in']]);
            $this->addSql("INSERT INTO audit (band_id, who, what, subject) VALUES (:band, NULL, 'sign-in made anew', :player)", ['band' => $one['band'], 'player' => $one['id']]);
            $told[$one['band']]['owner'] = $one['owner'];
            $told[$one['band']]['band'] = $one['band_name'];
            $told[$one['band']]['names'][] = $one['name'];
        }
        foreach ($told as $letter) {
            $text = \sprintf('In %s these players shared one sign-in, because one of them opened a link on a device on which another was signed in: %s. Each has a sign-in of his own now. Their links are good as before; on every device they open them once more. What was practised and heard stands with the player for whom it was entered: look whether all of it is theirs.', $letter['band'], implode(', ', $letter['names']));
            $this->addSql("INSERT INTO letter (account_id, subject, text) VALUES (:owner, 'Players who shared one sign-in', :text)", ['owner' => $letter['owner'], 'text' => $text]);
            $this->write($text);
        }
    }

    public function down(Schema $schema): void
    {
        $this->throwIrreversibleMigrationException('Restore the backup that was made before.');
    }
}

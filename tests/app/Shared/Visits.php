<?php

declare(strict_types=1);

namespace App\Tests\Shared;

use App\Account\Account;
use App\Band\Band;
use App\Band\OpenBand;
use App\Entrance\Arrivals;
use App\Shared\Press;
use Doctrine\DBAL\Connection;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Component\DomCrawler\Crawler;

/**
 * Visits by people: a director with a band of his own, and forms that carry what a browser sends along.
 */
trait Visits
{
    private KernelBrowser $browser;
    private const ORIGIN = 'http://localhost';

    private static function database(): Connection
    {
        $connection = self::getContainer()->get(Connection::class);
        \assert($connection instanceof Connection);

        return $connection;
    }

    /** An empty house. */
    private static function emptied(): void
    {
        self::database()->executeStatement(
            'TRUNCATE press, known_device, account, band, band_assistant, one_time_code, failed_try, audit, erasure, program_token, player_sign_in, saved_study, study_sheet, own_pattern, pinned_fingering, remark, school_of_habits, removed, chair, player, sessions, packet, packet_run, made_file, chorale, daily_sheet, job, practice_result, practice_plan, requirement_list, record_entry, written_answer, paper_entry, letter, house_note, practice_best CASCADE',
        );
    }

    /** A director and his band. */
    private static function director(string $name = 'Robin Ashe', string $band = 'Evening band'): Band
    {
        $arrivals = self::getContainer()->get(Arrivals::class);
        \assert($arrivals instanceof Arrivals);

        return $arrivals->found(new Account($name, true), 'seven boats under grey hills', $band);
    }

    /** A new director comes in, with an empty band. */
    private function comeIn(string $name = 'Robin Ashe'): Band
    {
        $band = self::director($name);
        $this->browser->getCookieJar()->clear();
        $this->browser->loginUser($band->getOwner(), 'main');
        $this->browser->setServerParameter('HTTP_ORIGIN', self::ORIGIN);
        // What a test writes by itself belongs to the same band as what the pages write.
        $open = self::getContainer()->get(OpenBand::class);
        \assert($open instanceof OpenBand);
        $open->enter($band, $band->getOwner());

        return $band;
    }

    /**
     * Sends a form as a browser does: from our own pages, with the token of whoever is signed in.
     *
     * @param array<string, mixed>  $fields
     * @param array<string, mixed>  $files
     * @param array<string, string> $headers
     */
    private function post(string $path, array $fields = [], array $files = [], array $headers = []): Crawler
    {
        return $this->browser->request(
            'POST',
            $path,
            $fields + $this->token() + [Press::FIELD => Press::fresh()],
            $files,
            $headers + ['HTTP_ORIGIN' => self::ORIGIN],
        );
    }

    /**
     * Sends data as a script of a page does.
     *
     * @param array<string, mixed> $data
     */
    private function send(string $path, array $data): Crawler
    {
        return $this->browser->request(
            'POST',
            $path,
            [],
            [],
            [
                'HTTP_ORIGIN' => self::ORIGIN,
                'HTTP_X_FORM_TOKEN' => $this->token()['_token'] ?? '',
                'HTTP_X_PRESS' => Press::fresh(),
                'CONTENT_TYPE' => 'application/json',
            ],
            json_encode($data, \JSON_THROW_ON_ERROR),
        );
    }

    /** @return array<string, string> */
    private function token(): array
    {
        $field = $this->browser->request('GET', '/account')->filter('input[name=_token]');

        return 0 === $field->count() ? [] : ['_token' => (string) $field->first()->attr('value')];
    }
}

<?php

declare(strict_types=1);

namespace App\Tests\Shared;

use App\Account\PlayerSignIn;
use App\Band\Band;
use App\Band\Chair;
use App\Band\OpenBand;
use App\Band\OwnPattern;
use App\Band\PinnedFingering;
use App\Band\Player;
use App\Band\ProgramTokens;
use App\Band\Remark;
use App\Band\SchoolOfHabits;
use App\Band\Ways;
use App\Desk\DeskState;
use App\Desk\SavedStudy;
use App\Desk\StudySheet;
use App\Packets\OwnChorale;
use App\Packets\Packet;
use App\Record\OwnList;
use App\Record\PaperEntry;
use App\Record\RecordEntry;
use App\Stand\Plan;
use App\Stand\PracticeResult;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Fingering\School;
use SwiftReed\Practice\Day;
use Symfony\Component\Routing\RouterInterface;
use Symfony\Component\Uid\Uuid;

/**
 * A band with one of everything, and what a form of each page sends.
 */
trait Furnished
{
    /** What the path of a route names, where it is not one and the same for all. */
    private const NAMES = ['pin_remove' => 'pin', 'remark_remove' => 'remark', 'school_file' => 'school', 'school_take' => 'school', 'school_remove' => 'school', 'folder_change' => 'study', 'folder_rename' => 'study', 'folder_duplicate' => 'study', 'folder_move' => 'study', 'folder_delete' => 'study', 'folder_restore' => 'study', 'pattern_remove' => 'pattern',
        'sheet' => 'sheet',
        'sheet_remove' => 'sheet',
        'player' => 'player',
        'player_rename' => 'player',
        'chair_add' => 'player',
        'chair_change' => 'chair',
        'chair_close' => 'chair',
        'chair_move' => 'chair',
        'chair_to_section' => 'chair',
        'player_leave' => 'player',
        'player_back' => 'player',
        'player_remove' => 'player',
        'player_link' => 'player',
        'player_link_end' => 'player',
        'player_data' => 'player',
        'player_erase' => 'player',
        'assistant_remove' => 'assistant', 'band_hand_over' => 'assistant', 'token_revoke' => 'token', 'mine_change' => 'own chair', 'chorale_remove' => 'chorale', 'packet' => 'packet', 'packet_change' => 'packet', 'packet_progress' => 'packet', 'packet_stop' => 'packet', 'packet_file' => 'packet', 'packet_archive' => 'packet', 'packet_corners' => 'packet', 'packet_remove' => 'packet', 'plan' => 'plan', 'plan_change' => 'plan', 'plan_copy' => 'plan', 'plan_remove' => 'plan', 'plan_cards' => 'plan', 'plan_chair' => 'chair', 'record_withdraw' => 'entry', 'record_chair' => 'chair', 'record_list' => 'list', 'record_list_change' => 'list', 'record_list_remove' => 'list', 'record_hear' => 'chair', 'record_mark' => 'chair', 'record_heard' => 'chair', 'record_papers_withdraw' => 'paper', 'record_chair_pdf' => 'chair', 'undo' => 'removed', 'band_restore' => 'removed band'];

    /**
     * The address of a route, filled with what a band has.
     *
     * @param array<string, mixed> $with
     */
    private static function path(string $name, array $with): string
    {
        $route = self::routes()[$name];
        $fill = [
            'id' => isset(self::NAMES[$name]) ? $with[self::NAMES[$name]] : '',
            'token' => $with['link'],
            'format' => ['player_data' => 'csv', 'score_file' => 'mid'][$name] ?? 'txt',
            'number' => '0',
            'index' => '0',
            'direction' => 'up',
        ];

        return (string) preg_replace_callback(
            '/\{(\w+)(<[^>]*>)?\}/',
            static fn (array $found): string => 'desk_panel' === $name ? 'tonic' : (string) $fill[$found[1]],
            $route->getPath(),
        );
    }

    /**
     * What the form of a page sends to a route.
     *
     * @param array<string, mixed> $with
     *
     * @return array<string, mixed>
     */
    private static function fields(string $name, array $with): array
    {
        $desk = ['line' => 'concert F', 'for' => 'flute'];
        $fields = $desk + match ($name) {
            'pin' => ['pin' => 'B4 = L1'], 'remark' => ['text' => 'x'], 'player_add' => [
                'name' => 'New',
                'instrument' => 'flute',
                'stage' => 'full',
            ], 'chair_add' => [
                'instrument' => 'flute',
                'stage' => 'full',
            ], 'chair_change' => ['stage' => 'full', 'version' => '1'],
            'player_rename' => [
                'name' => 'New',
                'version' => '1',
            ], 'folder_save', 'folder_rename' => ['name' => 'New'], 'folder_change' => [
                'name' => 'New',
                'version' => '1',
            ], 'sheet_save' => [
                'name' => 'New',
                'lines' => 'concert F',
            ], 'pattern_save' => ['name' => 'New', 'cell' => '1 2 3 1'], 'players_preview' => ['text' => 'Ada, flute'],
            'mine_change' => ['style' => 'large'], 'open_band' => ['band' => $with['band']->getId()], 'band_found' => ['name' => 'New'], 'band_change' => ['name' => 'New', 'version' => '1', 'kept_days' => '400'], 'token_make' => ['token_name' => 'New'], 'packet_new' => ['title' => 'New', 'line' => ''], 'packet_change' => ['title' => 'New', 'version' => '1'], 'daily_keep' => ['template' => 'short', 'key' => 'F'], 'plan_change' => ['title' => 'New', 'lines' => 'concert F major', 'version' => '1'], 'plan_copy' => ['chair' => $with['chair']], 'record_list_change' => ['name' => 'New', 'rows' => 'concert F major, 60', 'version' => '1'], 'stand_tendency' => ['chair' => $with['own chair'], 'tendency' => 'D4 flat 20'], 'record_played' => [
                'chair' => $with['own chair'],
                'list' => $with['list'],
                'requirement' => 'concert F major, quarter = 60',
            ], 'work_it_out_answer' => ['asked' => 'scale', 'question' => 'own F major', 'asks' => 'Write it.', 'answer' => 'F G A'], 'record_mark', 'record_heard' => [
                'list' => $with['list'],
                'requirement' => 'concert F major, quarter = 60',
                'result' => 'passed',
            ], 'record_together_enter' => [
                'list' => $with['list'],
                'requirement' => 'concert F major, quarter = 60',
                'chairs' => [$with['chair']],
                'result' => 'passed',
            ], 'record_papers_enter' => ['title' => 'New', 'usable' => [$with['chair'] => 'yes']], 'record_watch' => ['chair' => $with['chair'], 'note' => 'Eb'], 'record_drill' => [
                'chair' => $with['chair'],
                'line' => 'concert F major, drill after note 3',
            ], 'record_enter' => [
                'list' => $with['list'],
                'chair' => $with['chair'],
                'requirement' => 'concert F major, quarter = 60',
                'result' => 'passed',
            ], default => [],
        };
        if ('open_band' === $name) {
            $fields['band'] = $with['band']->getId();
        }

        return $fields;
    }

    /** @param array<string, mixed> $with what the path names */
    private function visit(string $name, array $with): int
    {
        $route = self::routes()[$name];
        [$path, $desk, $fields] = [
            self::path($name, $with),
            ['line' => 'concert F', 'for' => 'flute'],
            self::fields($name, $with),
        ];
        if ([] === $route->getMethods() || \in_array('GET', $route->getMethods(), true)) {
            $this->browser->request(
                'GET',
                (string) $path,
                'hand_out' === $name ? $desk + ['who' => ['flute'], 'format' => 'mid'] : $desk,
            );
        } elseif ('listen' === $name) {
            $this->send((string) $path, $desk + ['simulate' => 'clean']);
        } elseif ('stand_results' === $name) {
            $this->send((string) $path, ['who' => $with['player'], 'sent' => 1, 'results' => []]);
        } else {
            $this->post((string) $path, $fields);
        }
        $status = $this->browser->getResponse()->getStatusCode();

        // Program and demonstration have doors of their own.
        return ('program_band' === $name && 401 === $status)
            || ('metrics' === $name && 404 === $status)
            || ('sign_in_demo' === $name && 404 === $status)
            || (\in_array($name, ['sign_in_try', 'sign_in_again'], true) && 401 === $status)
            ? 200
            : $status;
    }

    /** @return array<string, \Symfony\Component\Routing\Route> */
    private static function routes(): array
    {
        $router = self::getContainer()->get('router');
        \assert($router instanceof RouterInterface);

        return $router->getRouteCollection()->all();
    }

    /**
     * A band with one of everything.
     *
     * @return array<string, mixed>
     */
    private function furnished(string $name): array
    {
        $band = self::director($name.' director', $name.' band');
        $entities = self::getContainer()->get(EntityManagerInterface::class);
        $open = self::getContainer()->get(OpenBand::class);
        $ways = self::getContainer()->get(Ways::class);
        $tokens = self::getContainer()->get(ProgramTokens::class);
        $assistant = self::director($name.' assistant', $name.' other band')->getOwner();
        $band->addAssistant($assistant);
        $entities->flush();
        $open->enter($band, $band->getOwner());
        $player = new Player($name.' player');
        $chair = new Chair($player, 'clarinet-bb', '', 'full');
        $third = new Player($name.' third chair');
        $thirdChair = new Chair($third, 'clarinet-bb', '', 'full');
        $state = DeskState::of(['line' => 'concert F', 'for' => 'flute']);
        $pin = new PinnedFingering('clarinet-bb', '', 'B4 = rE', $thirdChair);
        $all = ['study' => new SavedStudy($name.' study', $state, 1), 'sheet' => new StudySheet($name.' sheet', 'concert F'), 'pattern' => new OwnPattern($name.' pattern', '1 3 2 1'), 'pin' => $pin, 'remark' => new Remark(
            'flute',
            'concert F',
            -1,
            false,
            $name.' remark',
        ), 'school' => new SchoolOfHabits(School::named(
            $name.' school',
            'clarinet-bb',
            ['B4 = rE'],
        )),
            'chorale' => new OwnChorale($name.' chorale', []),
            'plan' => new Plan($name.' plan', 'concert F major', [], Day::parse('2026-03-01')),
            'list' => new OwnList($name.' list', 'concert F major, quarter = 60'),
            'paper' => new PaperEntry(
                $thirdChair,
                PaperEntry::CARD,
                $name.' card',
                true,
                null,
                $name.' words',
                $band->getOwner()->getId(),
                $name.' director',
                new \DateTimeImmutable(),
            ),
            'entry' => new RecordEntry(
                $thirdChair,
                'concert F major, quarter = 60',
                false,
                RecordEntry::PASSED,
                $name.' remark',
                $band->getOwner()->getId(),
                $name.' director',
            ),
            'result' => new PracticeResult(
                Uuid::v7()->toRfc4122(),
                $thirdChair,
                'concert F major',
                'ladder',
                80,
                '1/4',
                true,
                20.0,
                $name.' result',
                new \DateTimeImmutable(),
                new \DateTimeImmutable(),
                true,
            ),
            'packet' => new Packet($name.' packet', '1: concert F major', []),
            'removed' => new \App\Band\Removed($name.' removed', [])];
        foreach ([$player, $chair, $third, $thirdChair, ...array_values($all)] as $one) {
            $entities->persist($one);
        }
        $link = $ways->renew($player);
        $signIn = $ways->signIn($player, null);
        [$tokenId, $token] = $tokens->make($name.' program');
        $this->makePiece($all['packet']->getId(), $band, $name);
        $ids = array_map(static fn (object $one): string => $one->getId(), $all);

        return $ids + [
            'band' => $band, 'sign-in' => $signIn, 'player' => $player->getId(), 'chair' => $thirdChair->getId(),
            'own chair' => $chair->getId(), 'link' => $link, 'token' => $tokenId, 'token text' => $token,
            'assistant' => $assistant->getId(), 'removed band' => $this->removedOf($band),
        ];
    }

    /** A packet of which one page is ready. */
    private function makePiece(string $packet, Band $band, string $name): void
    {
        $run = Uuid::v7()->toRfc4122();
        $key = hash('sha256', $name);
        self::database()->insert(
            'packet_run',
            ['id' => $run, 'packet_id' => $packet, 'band_id' => $band->getId(), 'plan' => '{}', 'state' => 'done'],
        );
        self::database()->insert(
            'packet_piece',
            [
                'run_id' => $run, 'number' => 0, 'stage' => 0, 'kind' => 'part', 'name' => $name.' page',
                'file' => 'parts/01.pdf', 'key' => $key, 'state' => 'made', 'pages' => 1,
            ],
        );
        self::database()->insert(
            'made_file',
            ['key' => $key, 'band_id' => $band->getId(), 'content' => $name.' content', 'pages' => 1],
        );
    }

    private function removedOf(Band $band): string
    {
        $entities = self::getContainer()->get(EntityManagerInterface::class);
        $gone = new Band('gone', $band->getOwner());
        $gone->remove();
        $entities->persist($gone);
        $entities->flush();

        return $gone->getId();
    }

    /** @param array<string, mixed> $own */
    private function be(string $kind, array $own): void
    {
        $this->browser->getCookieJar()->clear();
        $entities = self::getContainer()->get(EntityManagerInterface::class);
        $entities->clear();
        $band = $entities->find(Band::class, $own['band']->getId());
        \assert($band instanceof Band);
        $person = match ($kind) {
            'visitor' => null, 'player' => $entities->find(PlayerSignIn::class, $own['sign-in']->getId()),
            'assistant' => $band->getAssistants()[0], default => $band->getOwner(),
        };
        if ('keeper' === $kind) {
            // The keeper is a director like others, in his own band, and looks after the house besides.
            self::database()->executeStatement('UPDATE account SET is_keeper = FALSE');
            self::database()->executeStatement(
                'UPDATE account SET is_keeper = TRUE WHERE id = :id',
                ['id' => $band->getOwner()->getId()],
            );
            $entities->refresh($band->getOwner());
        }
        if ('assistant' === $kind) {
            // An assistant who has no band of his own.
            self::database()->executeStatement(
                'UPDATE account SET is_director = FALSE WHERE id = :id',
                ['id' => $person?->getUserIdentifier() ? substr($person->getUserIdentifier(), 8) : ''],
            );
            self::database()->executeStatement(
                'DELETE FROM band WHERE owner_id = :id',
                ['id' => substr((string) $person?->getUserIdentifier(), 8)],
            );
            $entities->refresh($person);
        }
        if (null !== $person) {
            $this->browser->loginUser($person, 'main');
        }
    }
}

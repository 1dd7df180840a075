<?php

declare(strict_types=1);

namespace App\Packets;

use App\Shared\BriefYaml;
use SwiftReed\Fingering\OwnFingerings;
use SwiftReed\Fingering\Pin;
use SwiftReed\Fingering\Tendency;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Packet\BandPlayer;
use SwiftReed\Packet\ScoreBuilder;
use SwiftReed\Pitch\NoteNames;
use SwiftReed\Pitch\SpellingPreference;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Range;
use SwiftReed\Player\Reminders;
use SwiftReed\Player\Stage;
use SwiftReed\Player\WatchedNotes;
use Symfony\Component\Yaml\Exception\ParseException;
use Symfony\Component\Yaml\Yaml;

/**
 * A band, and what it is to get, as YAML or JSON: docs/band-file.md. What is kept of a packet while it is made is the
 * same file.
 */
final class BandFile
{
    public const MOST_BYTES = 500_000;
    private const HABITS = 200;

    public function __construct(private readonly InstrumentLibrary $instruments)
    {
    }

    /** @throws BandFileError */
    public function open(string $file): PacketPlan
    {
        $text = is_file($file) ? @file_get_contents($file, length: self::MOST_BYTES + 1) : false;

        return $this->read(
            false === $text || \strlen($text) > self::MOST_BYTES ? throw BandFileError::unread($file) : $text,
        );
    }

    /** @throws BandFileError */
    public function read(string $text): PacketPlan
    {
        try {
            $data = BriefYaml::parse($text); // JSON is YAML
        } catch (ParseException $error) {
            throw BandFileError::notYaml($error->getMessage());
        }

        return $this->plan(\is_array($data) ? $data : throw BandFileError::notYaml('it is no list of named entries'));
    }

    /**
     * @param array<mixed> $data
     *
     * @throws BandFileError
     */
    public function plan(array $data): PacketPlan
    {
        $given = $data['players'] ?? [];
        if (!\is_array($given) || [] === $given) {
            throw BandFileError::noPlayers();
        }
        if (\count($given) > ScoreBuilder::MOST) {
            throw BandFileError::tooMany('players', \count($given), ScoreBuilder::MOST);
        }
        $players = [];
        foreach (array_values($given) as $i => $one) {
            $player = $this->player($i + 1, \is_array($one) ? $one : (\is_string($one) ? ['instrument' => $one] : []));
            if (isset($players[$player->name])) {
                throw BandFileError::twice($player->name);
            }
            $players[$player->name] = $player;
        }

        return PacketPlan::read($data, array_values($players));
    }

    /**
     * @param list<string> $ids
     *
     * @return list<BandPlayer> one for each instrument, named after it
     *
     * @throws Mistake
     */
    public function instruments(array $ids): array
    {
        return array_map(
            fn (string $id): BandPlayer => new BandPlayer(
                $this->instruments->instrument($id)->name,
                $this->instruments->instrument($id),
            ),
            array_values(array_unique($ids)),
        );
    }

    /** @param array<mixed> $one */
    private function player(int $number, array $one): BandPlayer
    {
        $text = static fn (string $key): string => \is_scalar($one[$key] ?? null) ? trim((string) $one[$key]) : '';
        $list = static function (string $key) use ($one): array {
            $given = $one[$key] ?? [];

            return array_values(array_filter(
                \is_array($given) ? $given : (\is_string($given) ? array_map(trim(...), explode(',', $given)) : []),
                static fn (mixed $value): bool => \is_string($value) && '' !== $value,
            ));
        };
        try {
            $id = $text('instrument');
            $instrument = $this->instruments->instrument($id, $list('setup'));
            $name = '' === $text('name')
                ? $instrument->name
                : mb_substr((string) preg_replace('/[\p{C}\s]+/u', ' ', $text('name')), 0, 60);
            $stage = self::oneOf('stage', $text('stage'), array_column(Stage::cases(), 'value'), Stage::Full->value);
            $reminders = self::oneOf(
                'reminders',
                $text('reminders'),
                array_column(Reminders::cases(), 'value'),
                Reminders::Affected->value,
            );
            $style = self::oneOf('style', $text('style'), PacketPlan::STYLES, 'written');
            $settings = new PlayerSettings(
                Stage::from($stage),
                SpellingPreference::Plainest,
                Reminders::from($reminders),
                '' === $text('limits') ? null : Range::parse($text('limits')),
                '' === $text('watched') ? null : WatchedNotes::parse($text('watched')),
                PlayerSettings::breath($text('breath')),
            );
            $instrument->player($settings)->limit();
            $named = '' === $text('note_names')
                ? ''
                : self::oneOf('note_names', $text('note_names'), array_column(NoteNames::cases(), 'value'), '');
            $habits = \array_slice($list('habits'), 0, self::HABITS);
            $own = new OwnFingerings(
                array_map(
                    Pin::parse(...),
                    array_values(array_filter($habits, static fn (string $habit): bool => !Tendency::isMeant($habit))),
                ),
                array_map(Tendency::parse(...), array_values(array_filter($habits, Tendency::isMeant(...)))),
            );
            $copies = filter_var(
                $one['copies'] ?? 1,
                \FILTER_VALIDATE_INT,
                ['options' => ['min_range' => 0, 'max_range' => BandPlayer::MOST_COPIES]],
            );
            if (false === $copies) {
                throw BandFileError::field(
                    'copies',
                    $text('copies'),
                    \sprintf('0 to %d, for example 1', BandPlayer::MOST_COPIES),
                );
            }

            return new BandPlayer(
                $name,
                $instrument,
                $settings,
                $own,
                $style,
                mb_substr($text('section'), 0, 40),
                $copies,
                '' === $named ? null : NoteNames::from($named),
            );
        } catch (Mistake $error) {
            throw BandFileError::player($number, $error->getMessage());
        }
    }

    /**
     * @param list<string> $known
     *
     * @throws BandFileError
     */
    public static function oneOf(string $field, string $read, array $known, string $usual): string
    {
        return '' === $read
            ? $usual
            : (\in_array($read, $known, true)
                ? $read
                : throw BandFileError::field($field, $read, implode(', ', $known).', for example '.$known[0]));
    }
}

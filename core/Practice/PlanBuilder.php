<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Fingering\OwnFingerings;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Line\KeyOrder;
use SwiftReed\Line\StudyLine;
use SwiftReed\Packet\FirstTempos;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Score\PartBuilder;
use SwiftReed\Study\StudyError;
use SwiftReed\Words\Wording;

/**
 * The lines of a plan as one player has them.
 */
final readonly class PlanBuilder
{
    /** Lines of one plan: twelve keys of a dozen materials. */
    public const MOST = 150;

    public function __construct(private PartBuilder $parts, private FirstTempos $tempos)
    {
    }

    /**
     * @param list<string> $lines as they are typed; a line in several keys is as many
     * @param int|null     $goal  beats a minute; what each line says where none is set
     * @param (\Closure(string,
     *  \Closure(): (PlanLine|string)): (PlanLine|string))|null $keep answers with what is kept under a name,
     *  or keeps what is made
     *
     * @return array{list<PlanLine>, array<string, string>} what can be played, in order, each once; what cannot,
     *  with its reason
     *
     * @throws \SwiftReed\Knowledge\Mistake when a line is not understood
     */
    public function lines(
        array $lines,
        Instrument $instrument,
        PlayerSettings $settings,
        Rungs $rungs,
        ?int $goal = null,
        OwnFingerings $own = new OwnFingerings(),
        ?\Closure $keep = null,
    ): array {
        $made = [];
        $left = [];
        foreach ($this->keys($lines) as $line) {
            $make = function () use ($line, $instrument, $settings, $rungs, $goal, $own): PlanLine|string {
                try {
                    return PlanLine::of(
                        $this->parts->build($line, $instrument, $settings, $own),
                        $settings->stage,
                        $this->tempos,
                        $rungs,
                        $goal,
                    );
                } catch (StudyError $error) {
                    return $error->getMessage();
                }
            };
            $one = null === $keep
                ? $make()
                : $keep(
                    implode(
                        '|',
                        [
                            $line->text(), $instrument->id, implode('+', $instrument->setup), $settings->stage->value,
                            $settings->limits?->lowest->text() ?? '', $settings->limits?->highest->text() ?? '',
                            $rungs->text(), $goal ?? '',
                        ],
                    ),
                    $make,
                );
            if ($one instanceof PlanLine) {
                $made[$one->line] ??= $one;
            } else {
                $left[$line->text()] = $one;
            }
        }

        return [array_values($made), $left];
    }

    /**
     * @param list<string> $lines as they are typed
     *
     * @return list<StudyLine> of one key each
     *
     * @throws \SwiftReed\Knowledge\Mistake when one is not understood
     */
    public function keys(array $lines): array
    {
        $order = new KeyOrder($this->parts->scales);
        $keys = [];
        foreach ($lines as $line) {
            array_push($keys, ...$order->lines($this->parts->reader->read($line)->line));
            if (\count($keys) > self::MOST) {
                throw PracticeError::notAPlan(Wording::of('plan-builder.keys', ['most' => self::MOST]));
            }
        }

        return $keys;
    }
}

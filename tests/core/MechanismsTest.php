<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Instrument\FingeringUse;
use SwiftReed\Instrument\Keywork;
use SwiftReed\Instrument\TubeLength;

/**
 * What every mechanism answers for itself, one suite for all: keys, valves, two sides, a slide, nothing at all.
 */
final class MechanismsTest extends TestCase
{
    /** @return array<string, array{string, list<string>}> */
    public static function setups(): array
    {
        return Support::setups();
    }

    /** @param list<string> $setup */
    #[DataProvider('setups')]
    public function testWhatIsAskedIsAnsweredByWhatIsShown(string $id, array $setup): void
    {
        $instrument = Support::instruments()->instrument($id, $setup);
        $asked = $instrument->mechanism()->askable();
        if (null === $asked) {
            self::assertSame([], $instrument->mechanism()->touches());

            return;
        }
        foreach (Support::range($instrument) as $pitch) {
            foreach ($instrument->fingerings($pitch) as $fingering) {
                $given = $asked->read($fingering->text);
                $parts = $asked->parts($fingering);
                sort($given);
                sort($parts);
                self::assertSame($parts, $given, $id.' '.$pitch->text().' '.$fingering->text);
            }
        }
        self::assertSame([], $asked->read($asked->isWhole() ? '' : 'open'));
        if (!$asked->isWhole()) {
            $this->expectException(\UnexpectedValueException::class);
            $asked->read('xyz');
        }
    }

    /** @param list<string> $setup */
    #[DataProvider('setups')]
    public function testLengthsOfTubeAreThereForTubesAndEachIsLonger(string $id, array $setup): void
    {
        $instrument = Support::instruments()->instrument($id, $setup);
        $mechanism = $instrument->mechanism();
        $pitch = $instrument->range['well']->lowest;
        $usual = $instrument->fingerings($pitch)[0] ?? null;
        if (null === $usual) {
            self::assertSame('none', $mechanism->kind()->value);

            return;
        }
        $lengths = $mechanism->lengthsFrom($usual, false);
        self::assertSame($usual->isDerived(), [] !== $lengths);
        foreach ($lengths as $k => $length) {
            self::assertInstanceOf(TubeLength::class, $length);
            self::assertSame(0 === $k, $length->isOf($usual), $id.' '.$length->key());
        }
        $keys = array_map(static fn (TubeLength $one): string => $one->key(), $lengths);
        self::assertSame($keys, array_unique($keys));
        self::assertGreaterThanOrEqual(\count($lengths), \count($mechanism->lengthsFrom($usual, true)) + 1);
    }

    /** @param list<string> $setup */
    #[DataProvider('setups')]
    public function testWhatIsHardIsSaidByTheFamily(string $id, array $setup): void
    {
        $hard = Support::instruments()->instrument($id, $setup)->mechanism()->hardness();
        foreach (['both-ways', 'half-hole', 'valves', 'partials', 'throw', 'turn', 'trigger', 'leap'] as $name) {
            $from = $hard->from($name);
            self::assertGreaterThan(1.0, $from, $name);
            self::assertTrue($hard->isReached($name, $from));
            self::assertFalse($hard->isReached($name, $from - 0.1));
        }
    }

    /** @param list<string> $setup */
    #[DataProvider('setups')]
    public function testNothingTrillsWithItself(string $id, array $setup): void
    {
        $instrument = Support::instruments()->instrument($id, $setup);
        foreach (Support::range($instrument) as $pitch) {
            foreach ($instrument->fingerings($pitch) as $fingering) {
                $moves = $instrument->mechanism()->trills($fingering, $fingering);
                $isKeys = $instrument->mechanism() instanceof Keywork;
                self::assertTrue(null === $moves || (!$isKeys && [] === $moves && $fingering->partial >= 8));
                self::assertNotSame(FingeringUse::Trill, $instrument->fingerings($pitch)[0]->use);
            }
        }
    }
}

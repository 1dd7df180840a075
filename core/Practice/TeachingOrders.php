<?php

declare(strict_types=1);

namespace SwiftReed\Practice;

use SwiftReed\Knowledge\DataError;
use SwiftReed\Knowledge\DataFolder;

/**
 * The orders that ship, to begin a plan from.
 */
final readonly class TeachingOrders
{
    private const FILE = 'teaching-orders';

    public function __construct(private DataFolder $data)
    {
    }

    /**
     * @return non-empty-array<string, TeachingOrder> by id
     *
     * @throws DataError
     */
    public function all(): array
    {
        $all = [];
        foreach ($this->data->read(self::FILE) as $id => $entry) {
            $entry = \is_array($entry) ? $entry : [];
            $text = static fn (string $key): string => \is_string(
                $entry[$key] ?? null,
            ) ? $entry[$key] : throw DataError::entry(
                self::FILE,
                $id,
                'expected "'.$key.'" with a text',
            );
            $list = static fn (string $key): array => \is_array($entry[$key] ?? null) ? array_values(array_filter(
                $entry[$key],
                is_string(...),
            )) : throw DataError::entry(
                self::FILE,
                $id,
                'expected "'.$key.'" with a list',
            );
            $all[$id] = new TeachingOrder(
                $text('name'),
                $text('says'),
                $list('for'),
                \is_int($entry['goal'] ?? null)
                    ? $entry['goal']
                    : throw DataError::entry(self::FILE, $id, 'expected "goal" in beats a minute'),
                $list('lines'),
            );
        }

        return [] === $all ? throw DataError::entry(self::FILE, 'band', 'expected an order') : $all;
    }

    /** With which a player of a track begins; that of the band where the track has none. */
    public function of(string $track): TeachingOrder
    {
        $all = $this->all();
        foreach ($all as $order) {
            if (\in_array($track, $order->for, true)) {
                return $order;
            }
        }

        return array_values($all)[0];
    }
}

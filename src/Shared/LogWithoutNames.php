<?php

declare(strict_types=1);

namespace App\Shared;

use Monolog\Attribute\AsMonologProcessor;
use Monolog\LogRecord;
use Symfony\Component\HttpFoundation\RequestStack;

/**
 * What the application writes down of its own faults: what broke, where in the program, in which room. No address, no
 * line, no name: links in addresses open a pupil's page, and a database tells the values on which it stumbled.
 */
#[AsMonologProcessor]
final readonly class LogWithoutNames
{
    /** Places of our own that are told, from where it broke outwards. */
    private const PLACES = 8;

    public function __construct(private RequestStack $requests)
    {
    }

    public function __invoke(LogRecord $record): LogRecord
    {
        $kept = [];
        for (
            $error = $record->context['exception']
            ?? null; $error instanceof \Throwable; $error = $error->getPrevious()
        ) {
            $kept[] = [
                'class' => $error::class,
                'message' => self::without($error->getMessage()),
                'places' => self::places($error),
            ];
        }
        $request = $this->requests->getMainRequest();

        return $record->with(
            message: self::without($record->message),
            context: [] === $kept ? [] : ['errors' => $kept],
            extra: null === $request
                ? []
                : ['room' => explode('/', $request->getPathInfo())[1], 'method' => $request->getMethod()],
        );
    }

    /**
     * A message without the values that PostgreSQL tells: "Key (name)=(…) already exists", "invalid input syntax for
     * type uuid: …".
     */
    private static function without(string $message): string
    {
        return (string) preg_replace(
            [
                '/\b(DETAIL|CONTEXT|QUERY):.*$/s',
                '/(for type [\w ]+): ".*"/sU',
                '/ with params? \[.*\]/sU',
                '#(https?://[^/\s"]+)[^\s"]*#',
            ],
            ['', '$1', '', '$1'],
            $message,
        );
    }

    /** @return list<string> files and lines, below the folder of the product */
    private static function places(\Throwable $error): array
    {
        $root = \dirname(__DIR__, 2).'/';
        $all = array_map(
            static fn (array $one): string => str_replace(
                $root,
                '',
                (string) ($one['file'] ?? ''),
            ).':'.($one['line'] ?? 0),
            [['file' => $error->getFile(), 'line' => $error->getLine()], ...$error->getTrace()],
        );
        $ours = array_filter(
            \array_slice($all, 1),
            static fn (string $place): bool => !str_starts_with($place, 'vendor/') && ':0' !== $place,
        );

        return [$all[0], ...\array_slice(array_values($ours), 0, self::PLACES)];
    }
}

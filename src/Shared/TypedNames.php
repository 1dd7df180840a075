<?php

declare(strict_types=1);

namespace App\Shared;

use SwiftReed\Line\LineNames;
use SwiftReed\Line\TypedText;
use SwiftReed\Pitch\Letter;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\NoteNames;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\InputBag;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\RequestStack;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\KernelEvents;
use Twig\Extension\AbstractExtension;
use Twig\TwigFilter;
use Twig\TwigFunction;

/**
 * What is typed in a reader's names of notes. A field says itself in which names it is typed: "german-line" is read as
 * "line", so that whoever has a field in front of him and changes the setting meanwhile is understood, and addresses
 * stay in English.
 */
final class TypedNames extends AbstractExtension
{
    private const PREFIX = '/^(english|german|fixed-do)-(.+)$/D';
    /** Where the texts of a request are kept as they were typed. */
    private const TYPED = '_typed';

    public function __construct(private readonly RequestStack $requests)
    {
    }

    public function getFunctions(): array
    {
        return [
            new TwigFunction('typed_name', self::name(...)),
            new TwigFunction('as_typed', $this->asTyped(...)),
            new TwigFunction('typed_notes', self::notes(...)),
            new TwigFunction('typed_column', $this->column(...)),
        ];
    }

    public function getFilters(): array
    {
        return [
            new TwigFilter('in_names', self::shown(...)),
            new TwigFilter('in_columns', $this->inColumns(...)),
        ];
    }

    #[AsEventListener(KernelEvents::REQUEST, priority: 12)]
    public function read(RequestEvent $event): void
    {
        $request = $event->getRequest();
        foreach ([$request->query, $request->request] as $bag) {
            self::readBag($request, $bag);
        }
    }

    /** @param InputBag<string> $bag */
    private static function readBag(Request $request, InputBag $bag): void
    {
        foreach ($bag->all() as $key => $value) {
            if (1 !== preg_match(self::PREFIX, (string) $key, $found)) {
                continue;
            }
            $names = new LineNames(NoteNames::from($found[1]));
            $bag->remove((string) $key);
            $bag->set($found[2], self::understood($names, $value));
            if (\is_string($value)) {
                $typed = $request->attributes->get(self::TYPED, []);
                $typed[$found[2]] = $names->read(mb_scrub(trim($value)));
                $request->attributes->set(self::TYPED, $typed);
            }
        }
    }

    private static function understood(LineNames $names, mixed $value): mixed
    {
        return match (true) {
            \is_string($value) => $names->read(mb_scrub($value))->read,
            \is_array($value) => array_map(static fn (mixed $one): mixed => self::understood($names, $one), $value),
            default => $value,
        };
    }

    /** What a field is called in which notes are typed in the names in force. */
    public static function name(string $field): string
    {
        $names = NoteNames::inForce();

        return NoteNames::English === $names ? $field : $names->value.'-'.$field;
    }

    /** @return array<string, string> how each note is typed in the names in force, by its name in a canonical text */
    public static function notes(): array
    {
        $names = [];
        foreach (Letter::cases() as $letter) {
            foreach (range(-2, 2) as $alter) {
                $note = NoteName::of($letter, $alter);
                $names[$note->text()] = NoteNames::inForce()->typed($note);
            }
        }

        return $names;
    }

    /** A canonical text in the names in force. */
    public static function shown(?string $text): string
    {
        return LineNames::inForce()->shown($text ?? '');
    }

    /** What was typed in this request, letter by letter; else the canonical text in the names in force. */
    public function asTyped(string $field, ?string $text): string
    {
        $typed = $this->typed($field);

        return null !== $typed && $typed->read === $text ? $typed->typed : self::shown($text);
    }

    /** The column of what was typed for a column of what is read, both from 1. */
    public function column(string $field, int $column): int
    {
        return $this->typed($field)?->column($column) ?? $column;
    }

    /** A sentence about a mistake in a field, with the column and the word as they were typed. */
    public function inColumns(string $sentence, string $field): string
    {
        $typed = $this->typed($field);

        return null === $typed ? $sentence : (string) preg_replace_callback(
            '/^Column (\d+)(?:(: ")([^"]*)(?="))?/u',
            static fn (array $found): string => 'Column '.$typed->column((int) $found[1]).($found[2] ?? '').(
                isset($found[3]) ? $typed->piece((int) $found[1], mb_strlen($found[3])) : ''
            ),
            $sentence,
        );
    }

    private function typed(string $field): ?TypedText
    {
        $all = $this->requests->getMainRequest()?->attributes->get(self::TYPED, []);
        $typed = \is_array($all) ? $all[$field] ?? null : null;

        return $typed instanceof TypedText ? $typed : null;
    }
}

<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PhpParser\Node;
use PhpParser\NodeFinder;
use PhpParser\ParserFactory;
use PHPUnit\Framework\TestCase;
use SwiftReed\Pitch\NoteName;
use SwiftReed\Pitch\NoteNames;
use SwiftReed\Words\Catalogue;
use SwiftReed\Words\Wording;
use Symfony\Component\Finder\Finder;
use Symfony\Component\Yaml\Yaml;

/**
 * The catalogue and the code that speaks from it agree: every sentence that is asked for stands there with the names that
 * it is given, and none stands there unasked.
 */
final class CatalogueTest extends TestCase
{
    private const FOLDER = __DIR__.'/../../';

    /** @return array<string, string> patterns by key */
    private static function patterns(): array
    {
        $patterns = [];
        foreach (Yaml::parseFile(self::FOLDER.'data/words/en.yaml') as $section => $entries) {
            foreach ($entries as $name => $pattern) {
                $patterns[$section.'.'.$name] = $pattern;
            }
        }

        return $patterns;
    }

    /**
     * Calls that ask for a sentence by its name, with the names of what they give; null where those are not written out.
     *
     * @return iterable<string, array{string, list<string>|null}>
     */
    private static function asked(): iterable
    {
        $parser = (new ParserFactory())->createForHostVersion();
        foreach ((new Finder())->files()->in([self::FOLDER.'core', self::FOLDER.'src'])->name('*.php') as $file) {
            $calls = (new NodeFinder())->findInstanceOf(
                $parser->parse($file->getContents()) ?? [],
                Node\Expr\StaticCall::class,
            );
            foreach ($calls as $call) {
                $isAsked = $call->class instanceof Node\Name
                    && \in_array($call->class->toString(), ['Wording', 'Saying'], true)
                    && $call->name instanceof Node\Identifier
                    && 'of' === $call->name->name;
                $key = $isAsked ? $call->getArgs()[0]->value ?? null : null;
                if (!$key instanceof Node\Scalar\String_) {
                    continue;
                }
                $with = $call->getArgs()[1]->value ?? null;
                yield $file->getFilename().':'.$call->getStartLine() => [
                    $key->value,
                    match (true) {
                        null === $with => [],
                        $with instanceof Node\Expr\Array_ => self::names($with),
                        default => null,
                    },
                ];
            }
        }
    }

    /** @return list<string>|null */
    private static function names(Node\Expr\Array_ $array): ?array
    {
        $names = [];
        foreach ($array->items as $item) {
            if (!$item->key instanceof Node\Scalar\String_) {
                return null;
            }
            $names[] = $item->key->value;
        }

        return $names;
    }

    /**
     * The names that a message asks for, those inside its choices with them: "{way, select, up {to {note}} other {}}".
     *
     * @return list<string>
     */
    private static function argumentsOf(string $message): array
    {
        $names = [];
        $depth = 0;
        preg_match_all('/\{\s*(\w+)\s*(?=[,}])|[{}]/', $message, $found, \PREG_SET_ORDER | \PREG_OFFSET_CAPTURE);
        // Even depths are text, in which a brace opens a name; odd ones are the selectors of a choice.
        foreach ($found as $one) {
            $isName = isset($one[1]) && 0 === $depth % 2;
            $names = $isName ? [...$names, $one[1][0]] : $names;
            $depth += '}' === $one[0][0] ? -1 : 1;
        }

        return $names;
    }

    public function testWhatIsAskedForStandsInTheCatalogueWithWhatItIsGiven(): void
    {
        $patterns = self::patterns();
        $asked = 0;
        foreach (self::asked() as $where => [$key, $names]) {
            self::assertArrayHasKey($key, $patterns, $where);
            ++$asked;
            if (null === $names) {
                continue;
            }
            $wanted = array_unique(array_map(
                static fn (string $one): string => preg_replace('/_count$/', '', $one) ?? $one,
                self::argumentsOf($patterns[$key]),
            ));
            self::assertSame([], array_values(array_diff($wanted, $names)), $where.': '.$key);
        }
        self::assertGreaterThan(400, $asked);
    }

    public function testNothingStandsInTheCatalogueUnasked(): void
    {
        $code = '';
        foreach ((new Finder())->files()->in([self::FOLDER.'core', self::FOLDER.'src'])->name('*.php') as $file) {
            $code .= $file->getContents();
        }
        $unasked = [];
        foreach (array_keys(self::patterns()) as $key) {
            $section = explode('.', $key)[0];
            // Some are put together: 'number.'.$n, 'move.next-'.$way, sprintf('event.%s', …).
            $begins = [$section.'.', ...array_map(
                static fn (int $at): string => substr($key, 0, $at + 1),
                array_keys(array_filter(str_split($key), static fn (string $sign): bool => '-' === $sign)),
            )];
            $isMade = [] !== array_filter(
                $begins,
                static fn (string $begin): bool => str_contains($code, "'".$begin."'")
                    || str_contains($code, "'".$begin.'%s'),
            );
            if (!$isMade && !str_contains($code, "'".$key."'") && 'chart' !== $section) {
                $unasked[] = $key;
            }
        }
        self::assertSame([], $unasked);
    }

    public function testAWordingIsWordedAtOnceWithNumbersAsTheyAre(): void
    {
        self::assertSame(
            'That ladder has 1200 tempos; expected at most 24, for example "from 52 by 4 to 96".',
            Wording::of('practice-error.too-many-rungs', ['read' => 1200, 'most' => 24]),
        );
        self::assertSame(
            'H: hear it, sing it, then match it.',
            NoteNames::German->while(static fn (): string => Wording::of(
                'attention.first-note',
                ['name' => NoteName::parse('B')->sign()],
            )),
        );
        $this->expectException(\LogicException::class);
        Wording::of('attention.nothing');
    }

    public function testEveryPatternIsOneThatIcuReads(): void
    {
        foreach (Catalogue::english()->keys() as $key) {
            $pattern = self::patterns()[$key];
            self::assertTrue('' === $pattern || null !== \MessageFormatter::create('en', $pattern), $key.': '.$pattern);
        }
    }
}

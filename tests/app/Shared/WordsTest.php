<?php

declare(strict_types=1);

namespace App\Tests\Shared;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Yaml\Yaml;

/**
 * The catalogue of words: what a template asks for is there, and what is there is asked for.
 */
final class WordsTest extends TestCase
{
    public function testTemplatesAndCatalogueAgree(): void
    {
        $root = \dirname(__DIR__, 3);
        $words = self::flat((array) Yaml::parseFile($root.'/translations/messages.en.yaml'), '');
        $asked = [];
        foreach ((array) glob($root.'/templates/*/*.twig') as $file) {
            $text = (string) file_get_contents((string) $file);
            preg_match_all("/'([a-z_]+(?:\\.[A-Za-z0-9_]+)*)'(?:\\|trans|[,}\\)\\] ])/", $text, $found);
            foreach ($found[1] as $key) {
                if (isset($words[$key]) || str_contains($text, "'".$key."'|trans")) {
                    self::assertArrayHasKey($key, $words, basename((string) $file));
                    $asked[$key] = true;
                }
            }
            // Keys that are put together: ('part.' ~ id)
            preg_match_all("/'([a-z_]+[.][a-z_.]*)' ~/", $text, $beginnings);
            foreach ($beginnings[1] as $beginning) {
                foreach (array_keys($words) as $key) {
                    if (str_starts_with($key, $beginning)) {
                        $asked[$key] = true;
                    }
                }
            }
        }
        // What the application says by itself stands in its code.
        $code = implode(
            '',
            array_map(
                static fn (mixed $file): string => (string) file_get_contents((string) $file),
                [...(array) glob($root.'/src/*/*.php'), ...(array) glob($root.'/src/*/*/*.php')],
            ),
        );
        $unasked = array_filter(
            array_keys(array_diff_key($words, $asked)),
            static fn (string $key): bool => !str_starts_with($key, 'choice.') && !str_contains($code, "'".$key."'"),
        );
        self::assertSame([], array_values($unasked), 'nothing in the catalogue is left over');
        self::assertGreaterThan(300, \count($words));
    }

    /**
     * What commands say in a terminal, and what only a programmer sees, is no page. What is drawn and printed has its
     * words beside the drawing; an error of a kind has its sentences in one class.
     */
    public function testTheRoomsSayNothingThatIsNotInTheCatalogue(): void
    {
        $root = \dirname(__DIR__, 3);
        $found = [];
        foreach ((array) glob(
            $root.'/src/{Desk,Folder,LookUp,Band,Account,Shared,Packets}/{*,*/*}.php',
            \GLOB_BRACE,
        ) as $file) {
            $code = '';
            foreach (\PhpToken::tokenize((string) file_get_contents((string) $file)) as $token) {
                $code .= $token->is([\T_COMMENT, \T_DOC_COMMENT]) ? '' : $token->text;
            }
            if (1 === preg_match('/(Command|Failure|Error|PacketMaker)\.php$/', (string) $file)) {
                continue;
            }
            foreach (explode("\n", $code) as $line) {
                if (
                    1 === preg_match('/[\'"][^\'"]*\b[a-z]+ [a-z]+ [a-z]+\b[^\'"]*[.;] ?[\'"]/', $line)
                    && 0 === preg_match(
                        '/LogicException|RuntimeException|TransportException|AuthenticationException|SELECT|INSERT|UPDATE|DELETE|new Response\(/',
                        $line,
                    )
                ) {
                    $found[] = basename((string) $file).': '.trim($line);
                }
            }
        }
        self::assertSame([], $found);
    }

    public function testWordsThatAreNotUsedAreNotUsed(): void
    {
        $words = self::flat((array) Yaml::parseFile(\dirname(__DIR__, 3).'/translations/messages.en.yaml'), '');
        foreach ($words as $key => $says) {
            self::assertDoesNotMatchRegularExpression(
                '/\b(delete|export|import|playback|default|metronome|save (?!the file))\b/i',
                $says,
                $key.': docs/words.md has another word for it',
            );
        }
    }

    /**
     * @param array<mixed> $entries
     *
     * @return array<string, string>
     */
    private static function flat(array $entries, string $before): array
    {
        $flat = [];
        foreach ($entries as $key => $value) {
            $flat += \is_array($value)
                ? self::flat($value, $before.$key.'.')
                : [$before.$key => \is_string($value) ? $value : ''];
        }

        return $flat;
    }
}

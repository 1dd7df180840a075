<?php

declare(strict_types=1);

namespace App\Folder;

use App\Band\OwnPattern;
use App\Shared\Form\WordsType;
use App\Shared\Words;
use SwiftReed\Pattern\PatternError;
use SwiftReed\Pattern\PatternParser;

/**
 * One's own patterns as a file: JSON with "version": 1 and "patterns", each with a "name" and a "cell".
 */
final class PatternsFile
{
    public const BYTES = 200_000;
    /** Own patterns in one file. */
    private const MOST = 200;
    private const EXAMPLE = '{"version": 1, "patterns": [{"name": "My turn", "cell": "1 2 3 1"}]}';

    public function __construct(private readonly Words $words)
    {
    }

    /**
     * @return array<string, string> names to cells as they are kept
     *
     * @throws \InvalidArgumentException when the file is not what was expected
     */
    public function read(string $text): array
    {
        $data = \strlen($text) <= self::BYTES ? json_decode($text, true, 8) : null;
        if (!\is_array($data) || !\is_array($data['patterns'] ?? null)) {
            throw new \InvalidArgumentException($this->words->say(
                'refusal.pattern_file',
                ['%example%' => self::EXAMPLE],
            ));
        }
        if (\count($data['patterns']) > self::MOST) {
            throw new \InvalidArgumentException($this->words->say(
                'refusal.patterns_many',
                ['%count%' => \count($data['patterns']), '%most%' => self::MOST],
            ));
        }
        $patterns = [];
        foreach (array_values($data['patterns']) as $i => $one) {
            if (!\is_array($one) || !\is_string($one['name'] ?? null) || !\is_string($one['cell'] ?? null)) {
                throw new \InvalidArgumentException($this->words->say(
                    'refusal.pattern_bare',
                    ['%number%' => $i + 1, '%example%' => self::EXAMPLE],
                ));
            }
            $name = WordsType::clean($one['name']);
            if (isset($patterns[$name])) {
                throw new \InvalidArgumentException($this->words->say('refusal.pattern_twice', ['%name%' => $name]));
            }
            if ('' === $name || mb_strlen($name) > OwnPattern::NAME) {
                throw new \InvalidArgumentException($this->words->say(
                    'said.length',
                    [
                        '%what%' => $this->words->say('said.name'), '%count%' => mb_strlen($name), '%least%' => 1,
                        '%most%' => OwnPattern::NAME, '%example%' => 'Four and a turn',
                    ],
                ));
            }
            $patterns[$name] = substr(PatternParser::parse($one['cell'])->text, 5);
        }

        return $patterns;
    }

    /** What is wrong with a file, in a sentence; null when nothing is. */
    public function problem(string $text): ?string
    {
        try {
            $this->read($text);

            return null;
        } catch (\InvalidArgumentException|PatternError $error) {
            return $error->getMessage();
        }
    }
}

<?php

declare(strict_types=1);

namespace SwiftReed\Line;

use SwiftReed\Pitch\Interval;

/**
 * The search for the best ways to read one line's words: every word is said by a clause, names a player, or carries
 * nothing.
 */
final class Reading
{
    /** Steps of the search before it gives up; a line of ordinary length needs a few hundred. */
    private const MOST_STEPS = 20000;
    /** Ways of the same worth that are kept. */
    private const MOST_WAYS = 6;
    /** Words of one clause at most, beside cells and lists of keys. */
    private const LONGEST = 14;
    /** Words of a scale's name at most, "scale" and "concert" included; formulas and pairs of triads take more. */
    private const LONGEST_NAME = 7;
    /**
     * What a clause, a word that is passed over and a missing key are worth against each other: words are rather
     * understood than passed over, and a line rather has its key.
     */
    private const CLAUSE = 1;
    private const FILLER = 10;
    private const NO_KEY = 5000;
    /** Cells that are tried at most: each is read as far as it goes. */
    private const MOST_CELLS = 60;
    private const PLAYER = 1 << 30;
    private const CONNECTING = ['on', 'in', 'of', 'from', 'the', 'key', 'starting', 'beginning', 'for', 'at'];

    /** @var array<string, list<Way>> */
    private array $known = [];
    private int $steps = 0;
    private int $reached = 0;
    private int $cells = 0;

    /**
     * @param list<Token>                 $tokens
     * @param array<string, list<Phrase>> $phrases the grammar's,
     *  by the word with which they begin; "" where it is a number
     */
    public function __construct(
        private readonly Spoken $spoken,
        private readonly Parser $parser,
        private readonly array $phrases,
        private readonly array $tokens,
        private readonly string $text,
    ) {
    }

    /** @return list<Way> of the same least cost; none where some word is not understood */
    public function best(): array
    {
        return $this->from(0, 0);
    }

    /** Index of the word at which every way came to an end. */
    public function reached(): int
    {
        return $this->reached;
    }

    /** @return list<Way> */
    private function from(int $at, int $taken): array
    {
        $this->reached = max($this->reached, $at);
        $token = $this->tokens[$at] ?? null;
        if (null === $token) {
            return [new Way(0 === ($taken & self::bit(ClauseKind::Key)) ? self::NO_KEY : 0)];
        }
        if (isset($this->known[$at.' '.$taken])) {
            return $this->known[$at.' '.$taken];
        }
        if (++$this->steps > self::MOST_STEPS) {
            return [];
        }
        $ways = $token->isComma() ? $this->from($at + 1, $taken) : [
            ...$this->clauses($at, $taken),
            ...$this->key($at, $taken),
            ...$this->players($at, $taken),
            ...$this->nothing($at, $taken),
        ];

        return $this->known[$at.' '.$taken] = self::least($ways);
    }

    /**
     * @param list<Way> $ways
     *
     * @return list<Way>
     */
    private static function least(array $ways): array
    {
        $least = [] === $ways ? 0 : min(array_map(static fn (Way $way): int => $way->cost, $ways));
        $best = [];
        foreach ($ways as $way) {
            if ($way->cost === $least) {
                $best[implode(
                    ', ',
                    array_map(static fn (Clause $clause): string => $clause->text, $way->clauses),
                ).' '.$way->material.' '.implode(' ', $way->players ?? [])] = $way;
            }
        }

        return \array_slice(array_values($best), 0, self::MOST_WAYS);
    }

    /** @return list<Way> */
    private function nothing(int $at, int $taken): array
    {
        $ways = [];
        foreach ($this->spoken->nothingAt($this->tokens, $at) as $words) {
            foreach ($this->from($at + $words, $taken) as $way) {
                $ways[] = $way->after(self::FILLER);
            }
        }

        return $ways;
    }

    /** @return list<Way> */
    private function players(int $at, int $taken): array
    {
        if (0 !== ($taken & self::PLAYER)) {
            return [];
        }
        $begin = $at;
        $isFor = 'for' === $this->tokens[$at]->lower();
        while (
            isset($this->tokens[$begin])
            && \in_array(
                $this->tokens[$begin]->lower(),
                ['for', 'the', 'my', 'our', 'all', 'just', 'only', 'your', 'a', 'an'],
                true,
            )
        ) {
            ++$begin;
        }
        $ways = [];
        foreach ($this->spoken->playersAt($this->tokens, $begin) as [$ids, $words]) {
            $end = $begin + $words;
            while (
                isset($this->tokens[$end])
                && \in_array(
                    $this->tokens[$end]->lower(),
                    ['only', 'section', 'players', 'player', 'part', 'parts'],
                    true,
                )
            ) {
                ++$end;
            }
            foreach ($this->from($end, $taken | self::PLAYER) as $way) {
                $ways[] = $way->forPlayers(
                    self::CLAUSE + ($isFor ? 0 : 1),
                    $ids,
                    Words::said(\array_slice($this->tokens, $begin, $words)),
                );
            }
        }

        return $ways;
    }

    /** @return list<Way> */
    private function clauses(int $at, int $taken): array
    {
        $ways = [];
        foreach ($this->clausesAt($at) as [$end, $clauses, $kind, $isSpoken]) {
            if (0 !== ($taken & self::bit($kind))) {
                continue;
            }
            $words = array_values(array_filter(
                \array_slice($this->tokens, $at, $end - $at),
                static fn (Token $token): bool => !$token->isComma(),
            ));
            $rest = $this->from($end, [] === $clauses ? $taken : $taken | self::bit($kind));
            foreach ([] === $clauses ? [null] : $clauses as $clause) {
                $readAs = null === $clause || Words::plain($words) === Words::plain(Lexer::tokens($clause->text))
                    ? null
                    : new ReadAs(Words::said($words), $clause->text);
                foreach ($rest as $way) {
                    $ways[] = $way->after(
                        self::CLAUSE,
                        $clause,
                        $readAs,
                        $isSpoken && \count($clauses) > 1 ? Words::said($words) : null,
                    );
                }
            }
        }

        return $ways;
    }

    /**
     * @return iterable<array{int, list<Clause>, ClauseKind, bool}> where each clause that begins here ends,
     *  what it may mean, and whether it is said in other words than the line's own
     */
    private function clausesAt(int $at): iterable
    {
        $token = $this->tokens[$at];
        if ('cell' === $token->lower()) {
            yield from $this->cells($at);

            return;
        }
        if ('rhythm' === $token->lower()) {
            yield from $this->whole($at, ClauseKind::Rhythm);
        } elseif ('over' === $token->lower()) {
            yield from $this->whole($at, ClauseKind::Harmony);
        } elseif (VoiceReader::begins(\array_slice($this->tokens, $at, 2))) {
            yield from $this->whole($at, ClauseKind::Voices);
        } elseif (AccentReader::begins(\array_slice($this->tokens, $at, 2))) {
            yield from $this->whole($at, ClauseKind::Marks);
        } elseif (SlurStringReader::begins(\array_slice($this->tokens, $at, 2))) {
            $third = isset($this->tokens[$at + 2]) ? $this->tokens[$at + 2]->lower() : '';
            if (1 === preg_match('/^oct(ave)?s?$/', $third)) {
                // "slur 2 octaves" is two octaves, slurred.
                foreach ($this->spoken->phrasesAt($this->tokens, $at) as [$phrase, $meant]) {
                    if (1 === \count($phrase->parts)) {
                        yield [$at + 1, [$this->parser->clauseOf($meant[0])], $phrase->kind, true];
                    }
                }

                return;
            }
            yield from $this->whole($at, ClauseKind::Articulation);
        }
        foreach ([
            ...($this->phrases[$token->plain()] ?? []),
            ...($token->number() >= 0 ? $this->phrases[''] ?? [] : []),
        ] as $phrase) {
            if (ClauseKind::Dynamics === $phrase->kind && 'F' === $token->text) {
                continue; // a note
            }
            foreach ($this->matches($phrase, $at) as $end => $match) {
                yield [$end, [$match->clause($token->column)], $phrase->kind, false];
            }
        }
        foreach ($this->spoken->phrasesAt($this->tokens, $at) as [$phrase, $meant]) {
            foreach ($this->matches($phrase, $at) as $end => $match) {
                $fill = [];
                foreach ($match->values as $gap => $value) {
                    $fill['{'.('n' === $gap ? 'n' : 'pitch:'.$gap).'}'] = (string) $value;
                }
                yield [
                    $end,
                    array_map(
                        fn (string $one): Clause => $this->parser->clauseOf(strtr($one, $fill + ['(s)' => 's'])),
                        $meant,
                    ),
                    $phrase->kind,
                    true,
                ];
            }
        }
    }

    /** @return iterable<int, PhraseMatch> whole matches by the word after them, the longest first */
    private function matches(Phrase $phrase, int $at): iterable
    {
        $least = \count($phrase->parts);
        $pitches = substr_count($phrase->template, '{pitch');
        $most = str_contains($phrase->template, '{keys}') ? self::LONGEST * 2 : $least + 2 * $pitches;
        // "tongue 1, slur 3": a comma in the middle of a long phrase is the speaker's breath.
        $mayBreathe = $least >= 4 && !str_contains($phrase->template, '{keys}');
        $words = [];
        $ends = [];
        for (
            $i = $at; \count($words) < $most
            && isset($this->tokens[$i])
            && ($mayBreathe || !$this->tokens[$i]->isComma()); ++$i
        ) {
            if (!$this->tokens[$i]->isComma()) {
                $words[] = $this->tokens[$i];
                $ends[] = $i + 1;
            }
        }
        for ($count = \count($words); $count >= $least; --$count) {
            $match = PhraseMatch::of($phrase, \array_slice($words, 0, $count));
            if ($match->isWhole()) {
                yield $ends[$count - 1] => $match;
            }
        }
    }

    /** @return iterable<array{int, list<Clause>, ClauseKind, bool}> cells that begin here; the longest alone */
    private function cells(int $at): iterable
    {
        $end = $at + 1;
        while (
            isset($this->tokens[$end])
            && !($this->tokens[$end]->isComma() && ' ' === mb_substr($this->text, $this->tokens[$end]->column, 1))
        ) {
            ++$end;
        }
        for (; $end > $at + 1; --$end) {
            if (!$this->mayEnd($end) || ++$this->cells > self::MOST_CELLS) {
                continue;
            }
            $last = $this->tokens[$end - 1];
            $begin = $this->tokens[$at]->column - 1;
            try {
                $clause = $this->parser->clauseOf(mb_substr(
                    $this->text,
                    $begin,
                    $last->column + mb_strlen($last->text) - 1 - $begin,
                ));
            } catch (StudyLineError) {
                continue;
            }
            if (ClauseKind::Pattern === $clause->kind) {
                yield [$end, [$clause], ClauseKind::Pattern, false];

                return;
            }
        }
    }

    /**
     * @return iterable<array{int, list<Clause>, ClauseKind, bool}> figures and strings of slurs that begin here; the
     *  longest alone
     */
    private function whole(int $at, ClauseKind $kind): iterable
    {
        $words = [];
        for ($i = $at; isset($this->tokens[$i]) && !$this->tokens[$i]->isComma() && $i - $at < self::MOST_CELLS; ++$i) {
            $words[] = $this->tokens[$i]->text;
        }
        for (; \count($words) > 1; array_pop($words)) {
            try {
                $clause = $this->parser->clauseOf(implode(' ', $words));
            } catch (StudyLineError) {
                continue;
            }
            yield [$at + \count($words), [$clause], $kind, false];

            return;
        }
    }

    /** Whether a cell may end before this word: a clause, a filler or a player begins there. */
    private function mayEnd(int $end): bool
    {
        $token = $this->tokens[$end] ?? null;

        return null === $token
            || $token->isComma()
            || \in_array($token->lower(), ['rhythm', 'over'], true)
            || isset($this->phrases[$token->plain()])
            || [] !== $this->spoken->nothingAt($this->tokens, $end)
            || [] !== $this->spoken->phrasesAt($this->tokens, $end);
    }

    /** @return list<Way> */
    private function key(int $at, int $taken): array
    {
        if (0 !== ($taken & self::bit(ClauseKind::Key))) {
            return [];
        }
        $ways = [];
        $bit = self::bit(ClauseKind::Key);
        foreach ([...$this->keysAt($at), ...$this->keysAfterMaterial($at)] as [$end, $text, $passed, $isPlain]) {
            $clause = $this->parser->parse($text)->clause(ClauseKind::Key);
            $words = \array_slice($this->tokens, $at, $end - $at);
            $readAs = $isPlain ? null : new ReadAs(Words::said($words), $clause->text);
            foreach ($this->from($end, $taken | $bit) as $way) {
                $ways[] = $way->after(self::CLAUSE + self::FILLER * $passed, $clause, $readAs);
            }
        }
        // What is played, with no key: it will be asked for.
        foreach ($this->materials($at) as [$end, $material]) {
            foreach ($this->from($end, $taken | $bit) as $way) {
                $ways[] = null === $way->material ? $way->ofMaterial(self::NO_KEY + self::CLAUSE, $material) : $way;
            }
        }

        return $ways;
    }

    /**
     * @return list<array{int, string, int, bool}> where a key that begins here ends, its text,
     *  how many words were passed over, and whether it is said word for word
     */
    private function keysAt(int $at): array
    {
        [$naming, $i] = $this->naming($at);
        $passed = 0;
        while (
            null !== $naming
            && isset($this->tokens[$i])
            && \in_array($this->tokens[$i]->lower(), ['key', 'of', 'in', 'pitch'], true)
        ) {
            ++$i;
            ++$passed;
        }
        $note = NoteReader::note($this->tokens, $i);
        if (null === $note || abs($note[0]->alter) > 1) {
            return [];
        }
        $isArticle = 'a' === $this->tokens[$i]->text && 1 === $note[1] && null === $naming;
        $i += $note[1];
        $keys = [];
        $most = 0;
        while ($most < self::LONGEST && isset($this->tokens[$i + $most]) && !$this->tokens[$i + $most]->isComma()) {
            ++$most;
        }
        $words = array_map(static fn (Token $token): string => $token->lower(), \array_slice($this->tokens, $i, $most));
        if ([] === array_intersect(['formula', 'pair'], $words)) {
            $most = min($most, self::LONGEST_NAME);
        }
        for ($words = $most; $words >= 0; --$words) {
            $rest = \array_slice($this->tokens, $i, $words);
            $says = $naming;
            if (null === $naming && [] !== $rest) {
                // "E flat concert", "F own": the name may come after the note or at the end.
                foreach ([0, $words - 1] as $place) {
                    if (
                        isset($rest[$place])
                        && \in_array($rest[$place]->lower(), ['concert', 'own', 'written'], true)
                    ) {
                        $says = 'concert' === $rest[$place]->lower() ? 'concert' : 'own';
                        array_splice($rest, $place, 1);
                        break;
                    }
                }
            }
            $material = $this->material($rest);
            if (null === $material || ($isArticle && '' === $material && $says === $naming)) {
                continue;
            }
            $text = (null === $says ? '' : $says.' ').$note[0]->text().('' === $material ? '' : ' '.$material);
            $printed = $this->parser->parse($text)->clause(ClauseKind::Key)->text;
            $said = array_values(array_filter(
                \array_slice($this->tokens, $at, $i + $words - $at),
                static fn (Token $token): bool => !\in_array($token->lower(), ['scale', 'scales'], true),
            ));
            $keys[] = [$i + $words, $text, $passed, Words::plain($said) === Words::plain(Lexer::tokens($printed))];
        }

        return $keys;
    }

    /** @return array{string|null, int} */
    private function naming(int $at): array
    {
        $naming = $this->spoken->namingAt($this->tokens, $at);

        return null === $naming ? [null, $at] : [$naming[0], $at + $naming[1]];
    }

    /**
     * @param list<Token> $tokens
     *
     * @return string|null the material as the line would say it, nothing for major; null when it is none
     */
    private function material(array $tokens): ?string
    {
        if (
            [] !== $tokens
            && \in_array($tokens[\count($tokens) - 1]->lower(), ['scale', 'scales'], true)
            && null === $this->known($tokens)
        ) {
            array_pop($tokens);
        }
        $known = [] === $tokens ? '' : $this->known($tokens);
        if (null !== $known) {
            return $known;
        }
        $first = $tokens[0]->lower();
        if (
            'formula' !== $first
            && !\in_array('pair', array_map(static fn (Token $token): string => $token->lower(), $tokens), true)
        ) {
            return null;
        }
        try {
            $this->parser->parse('C '.Words::said($tokens));
        } catch (StudyLineError) {
            return null;
        }

        return Words::said($tokens);
    }

    /**
     * @param list<Token> $tokens
     *
     * @return string|null the name under which the scale, or one of several, is known
     */
    private function known(array $tokens): ?string
    {
        $said = $this->inFull($tokens);
        foreach ([$said, rtrim($said, 's')] as $name) {
            if ($this->parser->scales->knows($name)) {
                return $name;
            }
        }

        return null;
    }

    /**
     * The words in small letters, short forms in full.
     *
     * @param list<Token> $tokens
     */
    private function inFull(array $tokens): string
    {
        return implode(
            ' ',
            array_map(fn (Token $token): string => $this->spoken->short[$token->lower()] ?? $token->lower(), $tokens),
        );
    }

    /** @return list<array{int, string}> materials that are named here, the longest first */
    private function materials(int $at): array
    {
        $found = [];
        for ($words = 5; $words > 0; --$words) {
            $tokens = \array_slice($this->tokens, $at, $words);
            $known = \count($tokens) === $words ? $this->known($tokens) : null;
            if (null !== $known) {
                $end = $at + $words;
                $found[] = [
                    $end + (
                        isset($this->tokens[$end]) && \in_array($this->tokens[$end]->lower(), ['scale', 'scales'], true)
                            ? 1
                            : 0
                    ),
                    $known,
                ];
            }
        }

        return $found;
    }

    /** @return list<array{int, string, int, bool}> "chromatic scale on F", "arpeggio of C minor 7" */
    private function keysAfterMaterial(int $at): array
    {
        $keys = [];
        foreach ($this->materials($at) as [$afterMaterial, $material]) {
            $end = $afterMaterial;
            while (isset($this->tokens[$end]) && \in_array($this->tokens[$end]->lower(), self::CONNECTING, true)) {
                ++$end;
            }
            [$naming, $i] = $this->naming($end);
            $note = NoteReader::note($this->tokens, $i);
            if (null === $note || abs($note[0]->alter) > 1) {
                continue;
            }
            $i += $note[1];
            [$quality, $words] = $this->quality($i, $material);
            $i += $words;
            if (
                null === $naming
                && isset($this->tokens[$i])
                && \in_array($this->tokens[$i]->lower(), ['concert', 'own', 'written'], true)
            ) {
                $naming = 'concert' === $this->tokens[$i]->lower() ? 'concert' : 'own';
                ++$i;
            }
            $name = null === $naming ? '' : $naming.' ';
            $keys[] = [$i, $name.$note[0]->text().' '.$quality, 0, false];
            // The dominant seventh "of" a key stands on its fifth degree; others mean the chord on that note. It is
            // asked.
            if (
                str_starts_with($material, 'dominant')
                && \in_array($this->tokens[$afterMaterial]->lower(), ['of', 'in'], true)
            ) {
                $keys[] = [$i, $name.$note[0]->transpose(Interval::parse('P5'))->text().' '.$quality, 0, false];
            }
        }

        return $keys;
    }

    /**
     * @return array{string, int} the material with the quality that is said after its note ("arpeggio of C minor 7"),
     *  and how many words that takes
     */
    private function quality(int $at, string $material): array
    {
        for ($words = 3; $words > 0; --$words) {
            $tokens = \array_slice($this->tokens, $at, $words);
            $name = $this->inFull($tokens).' '.$material;
            if (\count($tokens) === $words && $this->parser->scales->knows($name)) {
                return [$name, $words];
            }
        }

        return [$material, 0];
    }

    private static function bit(ClauseKind $kind): int
    {
        return 1 << $kind->order();
    }
}

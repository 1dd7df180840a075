<?php

declare(strict_types=1);

namespace App\Engraving;

use SwiftReed\Knowledge\Mistake;
use SwiftReed\Knowledge\Nearest;
use SwiftReed\Score\Part;

/**
 * How a page is printed: its paper, what it is for, its size, and whose it is.
 */
final readonly class PrintLook
{
    /** Music and rows are half as large again in large print, words of headings a little less. */
    private const LARGE = 1.5;
    private const LARGE_WORDS = 1.25;
    /** Names of styles as people say them, and what they mean. */
    private const STYLES = [
        'large' => 'large', 'numbers' => 'numbers', 'worksheet' => 'worksheet', 'answers' => 'answers',
        'answer key' => 'answers', 'key' => 'answers', 'name line' => 'name line', 'shown' => '',
    ];

    /**
     * @param string $player whoever plays it: a player, a chair, an edition; nothing for the instrument alone
     * @param string $date   as it is to be printed
     * @param string $words   to the players, under the heading
     * @param string $edition for the foot: "edition 3"
     * @param string $band    for the foot
     * @param Worked|null $worked which studies of a worksheet are worked; none where it is left out
     * @param bool   $hasCorner whether the first page keeps a corner free, to be torn off
     * @param bool $onBothSides whether the paper is printed on both sides: a blank back is added,
     *  so that no copy begins on the back of another
     */
    public function __construct(
        public Paper $paper = Paper::A4,
        public PageStyle $style = PageStyle::AsShown,
        public bool $isLarge = false,
        public string $player = '',
        public string $date = '',
        public bool $nameLine = false,
        public bool $onBothSides = false,
        public string $words = '',
        public string $edition = '',
        public ?Worked $worked = null,
        public bool $hasCorner = false,
        public string $band = '',
    ) {
    }

    /**
     * Reads styles that go together, divided by commas: "large,worksheet".
     *
     * @throws Mistake
     */
    public static function parse(
        string $styles,
        string $paper,
        string $player = '',
        string $date = '',
        string $sides = '',
    ): self {
        $read = Paper::parse($paper);
        if (!\in_array($sides, ['', 'one', 'two'], true)) {
            throw PrintError::notSides($sides);
        }
        $style = PageStyle::AsShown;
        [$isLarge, $nameLine] = [false, false];
        foreach (array_filter(
            array_map(trim(...), explode(',', $styles)),
            static fn (string $one): bool => '' !== $one,
        ) as $said) {
            $one = self::STYLES[strtolower(strtr($said, '-', ' '))]
                ?? throw PrintError::notAStyle(
                    $said,
                    Nearest::to(strtolower($said), array_keys(self::STYLES)),
                    array_keys(self::STYLES),
                );
            $isLarge = $isLarge || 'large' === $one;
            $nameLine = $nameLine || 'name line' === $one;
            $is = PageStyle::tryFrom($one) ?? PageStyle::AsShown;
            if (PageStyle::AsShown !== $is && PageStyle::AsShown !== $style && $is !== $style) {
                throw PrintError::stylesExclude($style->value, $is->value);
            }
            $style = PageStyle::AsShown === $is ? $style : $is;
        }

        return new self($read, $style, $isLarge, $player, $date, $nameLine, 'two' === $sides);
    }

    public function inStyle(PageStyle $style): self
    {
        return new self(
            $this->paper,
            $style,
            $this->isLarge,
            $this->player,
            $this->date,
            $this->nameLine,
            $this->onBothSides,
            $this->words,
            $this->edition,
            $this->worked,
            $this->hasCorner,
            $this->band,
        );
    }

    /** How one study of the page is printed. */
    public function styleOf(Part $part): PageStyle
    {
        return PageStyle::Worksheet === $this->style && true === $this->worked?->covers($part)
            ? PageStyle::Answers
            : $this->style;
    }

    /** Whether pupils find numbers and letters on a worksheet and write the signs alone. */
    public function hasNames(): bool
    {
        return PageStyle::Worksheet === $this->style && true === $this->worked?->names;
    }

    /** How much larger than usual the music is. */
    public function scale(): float
    {
        return $this->isLarge ? self::LARGE : 1.0;
    }

    /** How much larger than usual words are. */
    public function words(): float
    {
        return $this->isLarge ? self::LARGE_WORDS : 1.0;
    }
}

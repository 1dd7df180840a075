<?php

declare(strict_types=1);

namespace SwiftReed\Tests;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use SwiftReed\Record\ComesBack;

/**
 * What was mixed up comes back. A letter is a question; a small one was answered wrong, a capital right.
 */
final class ComesBackTest extends TestCase
{
    /** @return iterable<string, array{string, string|null}> answers, which question comes back; by hand */
    public static function answers(): iterable
    {
        yield 'nothing answered' => ['', null];
        yield 'all right' => ['ABCD', null];
        yield 'not at once' => ['a', null];
        yield 'not after two others' => ['aBC', null];
        yield 'after three others' => ['aBCD', 'A'];
        yield 'the one that waits longest' => ['abCDE', 'A'];
        yield 'right once is not enough' => ['aBCDABCD', 'A'];
        yield 'right twice is' => ['aBCDABCDABCD', null];
        yield 'but not when it is wrong again in between' => ['aBCDAaBCD', 'A'];
        yield 'wrong again begins to wait anew' => ['aBCDa', null];
        yield 'what was just shown does not count' => ['aAABCD', 'A'];
        yield 'another one meanwhile' => ['aBCbDA', null];
        yield 'and then that' => ['aBCbDAE', 'B'];
    }

    #[DataProvider('answers')]
    public function testItComesBack(string $answers, ?string $next): void
    {
        $given = array_map(
            static fn (string $one): array => [
                'kind' => 'scale',
                'question' => strtoupper($one),
                'isRight' => ctype_upper($one),
            ],
            '' === $answers ? [] : str_split($answers),
        );
        $at = ComesBack::next($given);

        self::assertSame($next, null === $at ? null : $given[$at]['question']);
    }

    /**
     * Whatever is answered: who answers rightly from here on is through with everything, in at most so many questions.
     */
    public function testWhoAnswersRightlyGetsThrough(): void
    {
        mt_srand(7);
        for ($round = 0; $round < 100; ++$round) {
            $given = [];
            for ($k = 0; $k < 20; ++$k) {
                $given[] = ['kind' => 'scale', 'question' => (string) mt_rand(0, 5), 'isRight' => 0 === mt_rand(0, 1)];
            }
            $returned = 0;
            for ($k = 0; $k < 40; ++$k) {
                $at = ComesBack::next($given);
                $returned += null === $at ? 0 : 1;
                $given[] = [
                    'kind' => 'scale',
                    'question' => null === $at ? 'new '.$k : $given[$at]['question'],
                    'isRight' => true,
                ];
            }
            self::assertNull(ComesBack::next($given));
            self::assertLessThanOrEqual(6 * ComesBack::RIGHT, $returned);
        }
    }
}

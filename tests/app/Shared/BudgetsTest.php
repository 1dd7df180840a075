<?php

declare(strict_types=1);

namespace App\Tests\Shared;

use App\Shared\Budgets;
use App\Shared\Present;
use App\Shared\Spending;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\Event\TerminateEvent;
use Symfony\Component\HttpKernel\HttpKernelInterface;

/**
 * Work is counted for whoever asks for it; who has had his share waits in the queue of the web server, and is done then.
 */
final class BudgetsTest extends TestCase
{
    /** Milliseconds by who. */
    private Spending $spending;

    protected function setUp(): void
    {
        $this->spending = new class implements Spending {
            /** @var array<string, int> */
            public array $spent = [];

            public function add(string $who, int $milliseconds): void
            {
                $this->spent[$who] = ($this->spent[$who] ?? 0) + $milliseconds;
            }

            public function lately(string $who): int
            {
                return $this->spent[$who] ?? 0;
            }
        };
    }

    /** @return iterable<string, array{string|null, float, float, string|null}> who; what was done; in the queue of whom he waits */
    public static function people(): iterable
    {
        yield 'a visitor within the share of an address' => [null, 39.0, 39.0, null];
        yield 'a visitor beyond it' => [null, 41.0, 41.0, '@queue_of_an_address'];
        yield 'somebody who is signed in' => ['player:1', 19.0, 19.0, null];
        yield 'and beyond his share' => ['player:1', 21.0, 21.0, '@queue_of_a_person'];
        yield 'whose school has had the share of its address' => ['player:1', 1.0, 900.0, null];
    }

    #[DataProvider('people')]
    public function testWhoHasHadHisShareWaits(?string $who, float $own, float $ofAddress, ?string $queue): void
    {
        $this->work($this->budgets(null), $ofAddress);
        if (null !== $who) {
            $this->work($this->budgets($who), $own);
        }
        $asked = $this->ask($this->budgets($who), 'wait');
        self::assertSame($queue, $asked?->headers->get('X-Accel-Redirect'));
        self::assertNull($this->ask($this->budgets($who), 'waited'), 'whoever has waited is served');
        self::assertNull($this->ask($this->budgets($who), ''), 'without a queue nobody waits');
    }

    public function testTwoWhoShareAnAddressHaveSharesOfTheirOwn(): void
    {
        $this->work($this->budgets('player:1'), 21.0);
        self::assertNotNull($this->ask($this->budgets('player:1'), 'wait'));
        self::assertNull($this->ask($this->budgets('player:2'), 'wait'));
        self::assertNull($this->ask($this->budgets(null), 'wait'));
    }

    private function budgets(?string $who): Budgets
    {
        $present = self::createStub(Present::class);
        $present->method('identifier')->willReturn($who);

        return new Budgets($this->spending, $present, 20.0, 40.0);
    }

    private function ask(Budgets $budgets, string $queue): ?Response
    {
        $request = Request::create('/desk', server: ['BUDGET_QUEUE' => $queue, 'REMOTE_ADDR' => '192.0.2.7']);
        $event = new RequestEvent(self::createStub(HttpKernelInterface::class), $request, HttpKernelInterface::MAIN_REQUEST);
        $budgets->queue($event);

        return $event->getResponse();
    }

    private function work(Budgets $budgets, float $seconds): void
    {
        $kernel = self::createStub(HttpKernelInterface::class);
        $request = Request::create('/desk', server: ['REMOTE_ADDR' => '192.0.2.7']);
        $budgets->begin(new RequestEvent($kernel, $request, HttpKernelInterface::MAIN_REQUEST));
        $budgets->elsewhere($seconds);
        $budgets->end(new TerminateEvent($kernel, $request, new Response()));
    }
}

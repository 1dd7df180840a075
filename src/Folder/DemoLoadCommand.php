<?php

declare(strict_types=1);

namespace App\Folder;

use App\Account\Account;
use App\Account\AccountRepository;
use App\Band\Chair;
use App\Band\DemoPart;
use App\Band\OpenBand;
use App\Band\OwnPattern;
use App\Band\Player;
use App\Desk\Desk;
use App\Desk\DeskState;
use App\Desk\SavedStudy;
use App\Desk\StudySheet;
use App\Entrance\Arrivals;
use Doctrine\ORM\EntityManagerInterface;
use SwiftReed\Knowledge\DataFolder;
use SwiftReed\Pattern\PatternParser;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;

#[AsCommand('demo:load', 'Loads the made-up director, band and studies of the demonstration')]
final class DemoLoadCommand extends Command
{
    /** What ships with the product is told from one's own. */
    private const EXAMPLE = ' (example)';

    /** @param iterable<DemoPart> $parts what the other rooms invent, in their order */
    public function __construct(
        private readonly EntityManagerInterface $entities,
        private readonly AccountRepository $accounts,
        private readonly Arrivals $arrivals,
        private readonly OpenBand $open,
        private readonly DataFolder $data,
        private readonly Desk $desk,
        #[AutowireIterator(DemoPart::class)]
        private readonly iterable $parts,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption(
            'if-empty',
            null,
            InputOption::VALUE_NONE,
            'only where nobody has an account and nothing is kept yet',
        );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $demo = $this->data->read('demo');
        $who = $demo['director'];
        if (null === $this->accounts->demo()) {
            if ($input->getOption('if-empty') && $this->isInUse()) {
                return Command::SUCCESS;
            }
            $director = new Account($who['name'], true, false, true);
            $band = $this->arrivals->found($director, $who['phrase'], $demo['band']['name']);
            $this->open->enter($band, $director);
            $chairs = $this->people($demo['band']['players']);
            $this->folder($demo);
            $this->entities->flush();
            foreach ($this->parts as $part) {
                $part->load($chairs, $director, $demo);
            }
        } elseif (!$input->getOption('if-empty')) {
            $output->writeln('The demonstration is there already.');
        }
        $output->writeln(\sprintf(
            'Demonstration: director "%s", pass phrase "%s" (or by one press on the page "Sign in"); players come in from there too.',
            $who['name'],
            $who['phrase'],
        ));

        return Command::SUCCESS;
    }

    private function isInUse(): bool
    {
        return $this->accounts->count() > 0
            || false !== $this->entities->getConnection()->fetchOne(
                'SELECT 1 FROM saved_study UNION ALL SELECT 1 FROM study_sheet UNION ALL SELECT 1 FROM own_pattern UNION ALL SELECT 1 FROM pinned_fingering LIMIT 1',
            );
    }

    /**
     * @param list<array<string, mixed>> $players
     *
     * @return list<Chair>
     */
    private function people(array $players): array
    {
        $chairs = [];
        foreach ($players as $entry) {
            $player = new Player($entry['name']);
            $this->entities->persist($player);
            foreach ([$entry, ...$entry['doubles'] ?? []] as $place => $says) {
                $chair = new Chair(
                    $player,
                    $says['instrument'],
                    $says['setup'] ?? '',
                    $says['stage'],
                    $says['limits'] ?? '',
                );
                $chair->arrange($says['track'] ?? '', 'written', $says['section'] ?? '', $place);
                $this->entities->persist($chair);
                $chairs[] = $chair;
            }
        }

        return $chairs;
    }

    /** @param array<string, mixed> $demo */
    private function folder(array $demo): void
    {
        foreach ($demo['studies'] ?? [] as $place => $entry) {
            $state = DeskState::of($entry);
            $this->desk->part($state); // a demo study that cannot be played is a mistake
            $this->entities->persist(new SavedStudy($entry['name'].self::EXAMPLE, $state, $place + 1));
        }
        foreach ($demo['sheets'] ?? [] as $entry) {
            $lines = trim($entry['lines']);
            $this->desk->sheet(DeskState::of([]), explode("\n", $lines));
            $this->entities->persist(new StudySheet($entry['name'].self::EXAMPLE, $lines));
        }
        foreach ($demo['patterns'] ?? [] as $entry) {
            $this->entities->persist(
                new OwnPattern($entry['name'], substr(PatternParser::parse($entry['cell'])->text, 5)),
            );
        }
    }
}

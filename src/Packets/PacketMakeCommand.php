<?php

declare(strict_types=1);

namespace App\Packets;

use App\Engraving\EngravingError;
use App\Shared\Failure;
use SwiftReed\Knowledge\Mistake;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Filesystem\Exception\IOExceptionInterface;
use Symfony\Component\Filesystem\Filesystem;

#[AsCommand('packet:make', 'Makes a packet of a band file: parts, score, table, files for other programs')]
final class PacketMakeCommand extends Command
{
    /** Something could not be made; the rest was. */
    private const PARTLY = 2;

    public function __construct(
        private readonly BandFile $files,
        private readonly PacketPieces $pieces,
        private readonly PacketMaker $maker,
        private readonly Joiner $joiner,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument(
            'file',
            InputArgument::REQUIRED,
            'a band file with players and studies, for example band.yaml',
        )
            ->addOption(
                'output',
                null,
                InputOption::VALUE_REQUIRED,
                'the folder for the files; it is made where it is missing',
            )
            ->addOption('paper', null, InputOption::VALUE_REQUIRED, 'a4 or letter; otherwise as the file says')
            ->addOption(
                'editions',
                null,
                InputOption::VALUE_REQUIRED,
                'players, sections or keys; otherwise as the file says',
            );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $option = static fn (string $name): string => \is_string($input->getOption(
            $name,
        )) ? $input->getOption($name) : '';
        $folder = rtrim($option('output'), '/');
        if ('' === $folder) {
            return Failure::say(
                $output,
                'The option --output is missing; expected a folder for the files, for example --output=packet.',
            );
        }
        try {
            $file = $input->getArgument('file');
            $plan = $this->files->open(\is_string($file) ? $file : '');
            $instead = array_filter(
                ['paper' => $option('paper'), 'editions' => $option('editions')],
                static fn (string $said): bool => '' !== $said,
            );
            foreach ($instead as $name => $said) {
                Failure::oneOf($name, $said, 'paper' === $name ? ['a4', 'letter'] : PacketPlan::EDITIONS);
            }
            $pieces = $this->pieces->of($plan->with($instead));
        } catch (Mistake|\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        $plan = $plan->with($instead);
        $files = new Filesystem();
        /** @var array<int, int> $pages of the pieces that are made, by their number */
        $pages = [];
        $failed = [];
        $made = static function (Piece $piece) use (&$pages, $folder): ?MadePiece {
            return isset($pages[$piece->number])
                ? new MadePiece((string) file_get_contents($folder.'/'.$piece->file), $pages[$piece->number])
                : null;
        };
        foreach ($pieces as $piece) {
            try {
                $one = $this->maker->make($plan, $piece, $pieces, $made);
                $files->dumpFile($folder.'/'.$piece->file, $one->content);
                $pages[$piece->number] = $one->pages;
                $output->writeln(
                    $piece->file.(
                        0 === $one->pages ? '' : \sprintf(' (%d page%s)', $one->pages, 1 === $one->pages ? '' : 's')
                    ),
                    OutputInterface::OUTPUT_RAW,
                );
            } catch (IOExceptionInterface) {
                return Failure::say(
                    $output,
                    \sprintf(
                        '"%s" cannot be written to; expected a folder for the files, for example --output=packet.',
                        $folder,
                    ),
                );
            } catch (Mistake|EngravingError $error) {
                $failed[] = $piece->file.' is not made: '.$error->getMessage();
            }
        }
        if ([] !== $pages) {
            try {
                $this->joiner->archive(
                    array_combine(
                        array_map(static fn (Piece $one): int => $one->number, $pieces),
                        array_map(static fn (Piece $one): string => $one->file, $pieces),
                    ),
                    static fn (int $number): ?MadePiece => $made($pieces[$number]),
                    $folder.'/packet.zip',
                );
                $output->writeln('packet.zip', OutputInterface::OUTPUT_RAW);
            } catch (PacketError|EngravingError $error) {
                $failed[] = 'packet.zip is not made: '.$error->getMessage();
            }
        }
        foreach ($failed as $sentence) {
            Failure::say($output, $sentence);
        }

        return [] === $failed ? Command::SUCCESS : self::PARTLY;
    }
}

<?php

declare(strict_types=1);

namespace App\Desk;

use App\Shared\Failure;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Line\KeyOrder;
use SwiftReed\Line\ReadAs;
use SwiftReed\Score\PartBuilder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('study:check', 'Prints a study line in its canonical form, or says what is wrong with it and where')]
final class StudyCheckCommand extends Command
{
    public function __construct(private readonly PartBuilder $parts)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('line', InputArgument::REQUIRED, 'the study line, in its own words or in yours')
            ->addOption(
                'format',
                null,
                InputOption::VALUE_REQUIRED,
                'text, or json with what was understood in another sense than word for word',
                'text',
            )
            ->addOption('own', null, InputOption::VALUE_NONE, 'a key without "concert" or "own" is the player\'s own');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $said = $input->getArgument('line');
        try {
            $format = Failure::oneOf('format', $input->getOption('format'), ['text', 'json']);
            $understood = $this->parts->reader->read(\is_string($said) ? $said : '', true === $input->getOption('own'));
            foreach ((new KeyOrder($this->parts->scales))->lines($understood->line) as $one) {
                $this->parts->check($one);
            }
        } catch (Mistake|\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        $output->writeln('text' === $format ? $understood->line->text() : json_encode([
            'version' => 1,
            'text' => $understood->line->text(),
            'read_as' => array_map(
                static fn (ReadAs $one): array => ['said' => $one->said, 'means' => $one->means],
                $understood->readAs,
            ),
            'player' => $understood->player,
        ], \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_THROW_ON_ERROR), OutputInterface::OUTPUT_RAW);

        return Command::SUCCESS;
    }
}

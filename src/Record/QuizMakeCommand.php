<?php

declare(strict_types=1);

namespace App\Record;

use App\Shared\Failure;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Player\Stage;
use SwiftReed\Record\Quiz;
use SwiftReed\Record\QuizKind;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('quiz:make', 'Makes a question of written work for an instrument')]
final class QuizMakeCommand extends Command
{
    public function __construct(private readonly Quiz $quiz, private readonly InstrumentLibrary $instruments)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('kind', InputArgument::REQUIRED, implode(', ', array_column(QuizKind::cases(), 'value')))
            ->addOption('for', null, InputOption::VALUE_REQUIRED, 'the instrument, for example clarinet-bb', '')
            ->addOption('setup', null, InputOption::VALUE_REQUIRED, 'set-ups, separated by commas', '')
            ->addOption('stage', null, InputOption::VALUE_REQUIRED, 'first, developing or full', 'full')
            ->addOption(
                'seed',
                null,
                InputOption::VALUE_REQUIRED,
                'a number; the same one makes the same question',
                '1',
            );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $option = static fn (string $name): string => \is_string($input->getOption(
            $name,
        )) ? trim($input->getOption($name)) : '';
        try {
            $kind = QuizKind::from(Failure::oneOf(
                'kind',
                $input->getArgument('kind'),
                array_column(QuizKind::cases(), 'value'),
            ));
            if ('' === $option('for')) {
                throw new \InvalidArgumentException(
                    'The option --for is missing; expected an instrument, for example --for=clarinet-bb.',
                );
            }
            $seed = filter_var($option('seed'), \FILTER_VALIDATE_INT);
            if (false === $seed) {
                throw new \InvalidArgumentException(\sprintf(
                    '--seed=%s was read; expected a whole number, for example --seed=1.',
                    mb_substr($option('seed'), 0, 40),
                ));
            }
            $question = $this->quiz->make(
                $kind,
                $this->instruments->instrument($option('for'), Failure::setups($input)),
                $seed,
                [],
                Stage::from(Failure::oneOf('stage', $option('stage'), array_column(Stage::cases(), 'value'))),
            );
        } catch (Mistake|\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        $output->write(
            json_encode(
                [
                    'version' => 1, 'kind' => $question->kind->value, 'question' => $question->question,
                    'asks' => $question->asks, 'answer' => $question->answer,
                ],
                \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES | \JSON_THROW_ON_ERROR,
            )."\n",
            false,
            OutputInterface::OUTPUT_RAW,
        );

        return Command::SUCCESS;
    }
}

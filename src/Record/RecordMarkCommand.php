<?php

declare(strict_types=1);

namespace App\Record;

use App\Shared\BriefYaml;
use App\Shared\Failure;
use SwiftReed\Knowledge\Mistake;
use SwiftReed\Record\Presses;
use SwiftReed\Record\Reached;
use SwiftReed\Record\RecordError;
use SwiftReed\Record\Rubric;
use SwiftReed\Score\PartBuilder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\Yaml\Exception\ParseException;
use Symfony\Component\Yaml\Yaml;

#[AsCommand('record:mark', 'Works a mark out of what was pressed while somebody played')]
final class RecordMarkCommand extends Command
{
    private const COUNTS = [
        'notes' => 'notes of the line',
        'wrong' => 'notes that were wrong',
        'cracked' => 'notes that cracked',
        'out-of-tune' => 'notes out of tune',
        'uneven' => 'times uneven',
        'stopped' => 'times stopped',
        'articulation' => 'times tongued otherwise',
    ];
    private const MOST_BYTES = 20_000;

    public function __construct(private readonly PartBuilder $parts)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        foreach (self::COUNTS as $name => $says) {
            $this->addOption($name, null, InputOption::VALUE_REQUIRED, $says, 'notes' === $name ? null : '0');
        }
        $this->addOption(
            'rubric',
            null,
            InputOption::VALUE_REQUIRED,
            'a file with weights, for example "notes: 50"; the usual rubric when it is left out',
            '',
        )
            ->addOption(
                'asked',
                null,
                InputOption::VALUE_REQUIRED,
                'the tempo that was asked for: beats a minute, "half = 50", or a study line',
                '',
            )
            ->addOption('played', null, InputOption::VALUE_REQUIRED, 'the tempo that was played, in the same way', '');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $text = static fn (string $name): string => \is_string($input->getOption(
            $name,
        )) ? trim($input->getOption($name)) : '';
        try {
            $count = static function (string $name) use ($text): int {
                $number = filter_var($text($name), \FILTER_VALIDATE_INT);

                return false === $number
                    ? throw new \InvalidArgumentException(\sprintf(
                        '--%s=%s was read; expected a whole number, for example --%1$s=%3$d.',
                        $name,
                        mb_substr($text($name), 0, 40),
                        'notes' === $name ? 15 : 1,
                    ))
                    : $number;
            };
            $rubric = '' === $text('rubric') ? Rubric::usual() : self::file($text('rubric'));
            $presses = new Presses(
                $count('notes'),
                $count('wrong'),
                $count('cracked'),
                $count('out-of-tune'),
                $count('uneven'),
                $count('stopped'),
                $count('articulation'),
            );
            $reached = '' === $text('asked') && '' === $text('played')
                ? null
                : Reached::share($text('asked'), $text('played'), $this->parts);
        } catch (Mistake|\InvalidArgumentException $error) {
            return Failure::say($output, $error->getMessage());
        }
        $mark = $rubric->mark($presses, $reached);
        $output->write(
            json_encode(
                [
                    'version' => 1,
                    'mark' => $mark->mark,
                    'parts' => array_map(static fn (float $one): float => round($one, 1), $mark->parts),
                    'of' => array_map(static fn (float $one): float => round($one, 1), $mark->of),
                    'says' => $mark->says(),
                ],
                \JSON_PRETTY_PRINT | \JSON_PRESERVE_ZERO_FRACTION | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR,
            )."\n",
            false,
            OutputInterface::OUTPUT_RAW,
        );

        return Command::SUCCESS;
    }

    /** @throws RecordError */
    private static function file(string $file): Rubric
    {
        $text = is_file($file) ? @file_get_contents($file, length: self::MOST_BYTES + 1) : false;
        if (false === $text || \strlen($text) > self::MOST_BYTES) {
            throw RecordError::notARubric(\sprintf('"%s" cannot be read', mb_substr($file, 0, 80)));
        }
        try {
            $data = BriefYaml::parse($text); // JSON is YAML
        } catch (ParseException) {
            throw RecordError::notARubric('it is no YAML or JSON');
        }

        return Rubric::read(\is_array($data)
            ? (\is_array($data['weights'] ?? null) ? $data['weights'] + array_diff_key($data, ['weights' => 1]) : $data)
            : throw RecordError::notARubric('it is no list of weights'));
    }
}

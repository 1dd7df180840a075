<?php

declare(strict_types=1);

namespace App\Packets;

use App\Shared\Form\WordsType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\CheckboxType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\CollectionType;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\Validator\Constraints\Count;
use Symfony\Component\Validator\Constraints\Range;

/**
 * The editor of a packet: title, rows with their numbers, who gets it and how.
 */
final class PacketType extends AbstractType
{
    /** Copies of each part, for each of its players. */
    public const COPIES = 9;

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $signs = [
            'invalid_message' => 'refusal.packet.signs',
            'constraints' => [new Range(min: -1, max: 7, notInRangeMessage: 'refusal.packet.signs')],
        ];
        $texts = static fn (int $most): array => [
            'entry_type' => TextType::class,
            'entry_options' => ['empty_data' => ''],
            'allow_add' => true,
            'empty_data' => [],
            'constraints' => [new Count(max: max(0, $most), maxMessage: 'refusal.packet.too_many')],
        ];
        $builder->add(
            'title',
            WordsType::class,
            ['limit' => PacketPlan::TITLE, 'what' => 'said.title', 'example' => 'Week nine'],
        )
            ->add('lines', CollectionType::class, $texts(PacketPlan::MOST_LINES))
            ->add('numbers', CollectionType::class, $texts(PacketPlan::MOST_LINES))
            ->add(
                'words',
                WordsType::class,
                [
                    'limit' => PacketPlan::WORDS,
                    'what' => 'said.words',
                    'example' => 'Bring a pencil',
                    'may_be_empty' => true,
                ],
            )
            ->add(
                'date',
                WordsType::class,
                ['limit' => 40, 'what' => 'said.date', 'example' => '3 March', 'may_be_empty' => true],
            )
            ->add(
                'editions',
                ChoiceType::class,
                [
                    'choices' => PacketPlan::EDITIONS,
                    'empty_data' => 'players',
                    'invalid_message' => 'refusal.packet.editions',
                ],
            )
            ->add('fingered', CheckboxType::class)
            ->add(
                'worksheets',
                ChoiceType::class,
                [
                    'choices' => PacketPlan::WORK,
                    'empty_data' => 'none',
                    'invalid_message' => 'refusal.packet.worksheets',
                ],
            )
            ->add('flats', IntegerType::class, ['empty_data' => '5'] + $signs)
            ->add('sharps', IntegerType::class, ['empty_data' => '3'] + $signs)
            ->add('names', CheckboxType::class)
            ->add(
                'paper',
                ChoiceType::class,
                ['choices' => ['a4', 'letter'], 'empty_data' => 'a4', 'invalid_message' => 'refusal.no.paper'],
            )
            ->add(
                'sides',
                ChoiceType::class,
                ['choices' => ['one', 'two'], 'empty_data' => 'one', 'invalid_message' => 'refusal.packet.sides'],
            )
            ->add('for_copier', CheckboxType::class)
            ->add('corners', CheckboxType::class)
            ->add(
                'style',
                ChoiceType::class,
                ['choices' => ['', ...PacketPlan::STYLES], 'empty_data' => '', 'invalid_message' => 'refusal.no.style'],
            )
            ->add(
                'copies',
                IntegerType::class,
                [
                    'empty_data' => '1',
                    'invalid_message' => 'refusal.packet.copies',
                    'constraints' => [new Range(min: 1, max: self::COPIES, notInRangeMessage: 'refusal.packet.copies')],
                ],
            )
            ->add('who', CollectionType::class, $texts(2000))
            ->add('listed', CollectionType::class, $texts(2000));
    }

    /** @return list<string> */
    public static function texts(FormInterface $form, string $field): array
    {
        $given = $form->get($field)->getData();

        return array_values(array_map(
            static fn (mixed $one): string => \is_string($one) ? $one : '',
            \is_array($given) ? $given : [],
        ));
    }
}

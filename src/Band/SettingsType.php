<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Form\Forms;
use App\Shared\Form\WordsType;
use SwiftReed\Pitch\NoteNames;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\CheckboxType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\EnumType;
use Symfony\Component\Form\Extension\Core\Type\IntegerType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\Validator\Constraints\Range;

/**
 * The band's name and what its director usually wants.
 */
final class SettingsType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add(
            'name',
            WordsType::class,
            ['limit' => Band::NAME, 'what' => 'said.band', 'example' => 'Evening band'],
        )
            ->add(
                'key_order',
                ChoiceType::class,
                [
                    'choices' => array_keys(Usual::KEY_ORDERS),
                    'empty_data' => Usual::BY_FOURTHS,
                    'invalid_message' => 'refusal.no.order',
                ],
            )
            ->add(
                'paper',
                ChoiceType::class,
                ['choices' => ['a4', 'letter'], 'empty_data' => 'a4', 'invalid_message' => 'refusal.no.paper'],
            )
            ->add(
                'reminders',
                ChoiceType::class,
                [
                    'choices' => ['affected', 'habit', 'none'],
                    'empty_data' => 'affected',
                    'invalid_message' => 'refusal.no.signs',
                ],
            )
            ->add(
                'tempo',
                IntegerType::class,
                [
                    'required' => false,
                    'invalid_message' => 'refusal.no.tempo',
                    'constraints' => [new Range(min: 30, max: 208, notInRangeMessage: 'refusal.range.tempo')],
                ],
            )
            ->add(
                'note_names',
                EnumType::class,
                [
                    'class' => NoteNames::class,
                    'empty_data' => NoteNames::English->value,
                    'invalid_message' => 'refusal.no.note_names',
                ],
            )
            ->add('speaks_own', CheckboxType::class)
            ->add('breathes_together', CheckboxType::class)
            ->add(
                'zone',
                ChoiceType::class,
                [
                    'choices' => \DateTimeZone::listIdentifiers(),
                    'empty_data' => 'UTC',
                    'invalid_message' => 'refusal.no.zone',
                ],
            )
            ->add(
                'lesson_days',
                ChoiceType::class,
                ['choices' => range(1, 7), 'multiple' => true, 'invalid_message' => 'refusal.no.weekday'],
            )
            ->add(
                'kept_days',
                IntegerType::class,
                [
                    'empty_data' => (string) Band::KEPT_DAYS,
                    'invalid_message' => 'refusal.no.days',
                    'constraints' => [new Range(min: 30, max: 3660, notInRangeMessage: 'refusal.range.days')],
                ],
            );
    }

    /** What was typed, when nothing is wrong with it. */
    public static function settings(FormInterface $form): BandSettings
    {
        $number = static function (string $field) use ($form): ?int {
            $value = $form->get($field)->getData();

            return \is_int($value) ? $value : null;
        };
        $days = $form->get('lesson_days')->getData();
        $names = $form->get('note_names')->getData();

        return new BandSettings(
            Forms::text($form, 'name'),
            new Usual(
                Forms::text($form, 'key_order'),
                Forms::text($form, 'paper'),
                Forms::text($form, 'reminders'),
                $number('tempo'),
                true === $form->get('speaks_own')->getData(),
                true === $form->get('breathes_together')->getData(),
                $names instanceof NoteNames ? $names : NoteNames::English,
            ),
            $number('kept_days') ?? Band::KEPT_DAYS,
            new \DateTimeZone(Forms::text($form, 'zone')),
            array_values(array_map(
                static fn (mixed $day): int => is_numeric($day) ? (int) $day : 0,
                \is_array($days) ? $days : [],
            )),
        );
    }
}

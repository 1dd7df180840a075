<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Form\Forms;
use App\Shared\Form\WordsType;
use SwiftReed\Instrument\InstrumentError;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Player\PlayerError;
use SwiftReed\Player\PlayerSettings;
use SwiftReed\Player\Range;
use SwiftReed\Player\Stage;
use SwiftReed\Player\WatchedNotes;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\ChoiceType;
use Symfony\Component\Form\Extension\Core\Type\CollectionType;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\Form\FormError;
use Symfony\Component\Form\FormEvent;
use Symfony\Component\Form\FormEvents;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/**
 * A player with one chair, or a chair alone. Its data is a list of texts and lists; "chair" says whether the name is
 * left out.
 */
final class PlayerType extends AbstractType
{
    public function __construct(private readonly InstrumentLibrary $instruments)
    {
    }

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        if (!$options['chair']) {
            $builder->add(
                'name',
                WordsType::class,
                ['limit' => Player::NAME, 'what' => 'said.name', 'example' => 'Ada'],
            );
        }
        $builder->add('instrument', TextType::class, ['empty_data' => ''])
            ->add(
                'setup',
                CollectionType::class,
                [
                    'entry_type' => TextType::class,
                    'allow_add' => true,
                    'allow_extra_fields' => true,
                    'empty_data' => [],
                ],
            )
            ->add(
                'stage',
                ChoiceType::class,
                [
                    'choices' => array_column(Stage::cases(), 'value'),
                    'empty_data' => Stage::Full->value,
                    'invalid_message' => 'refusal.no.stage',
                ],
            )
            ->add(
                'limits',
                WordsType::class,
                ['limit' => 20, 'what' => 'said.limits', 'example' => 'G3 to E5', 'may_be_empty' => true],
            )
            ->add(
                'breath',
                WordsType::class,
                ['limit' => 12, 'what' => 'said.breath', 'example' => '9', 'may_be_empty' => true],
            )
            ->add(
                'watched',
                WordsType::class,
                ['limit' => 60, 'what' => 'said.watched', 'example' => 'B, Eb', 'may_be_empty' => true],
            )
            ->add(
                'section',
                WordsType::class,
                ['limit' => 40, 'what' => 'said.section', 'example' => 'Front row', 'may_be_empty' => true],
            )
            ->add(
                'track',
                ChoiceType::class,
                ['choices' => Chair::TRACKS, 'empty_data' => '', 'invalid_message' => 'refusal.no.track'],
            )
            ->add(
                'style',
                ChoiceType::class,
                ['choices' => Chair::STYLES, 'empty_data' => 'written', 'invalid_message' => 'refusal.no.style'],
            );
        $builder->addEventListener(FormEvents::POST_SUBMIT, $this->check(...));
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['chair' => false]);
    }

    private function check(FormEvent $event): void
    {
        $form = $event->getForm();
        $text = static function (string $field) use ($form): string {
            $value = $form->get($field)->getData();

            return \is_string($value) ? $value : '';
        };
        try {
            $instrument = $this->instruments->instrument(
                $text('instrument'),
                self::setups($form->get('setup')->getData()),
            );
        } catch (InstrumentError $error) {
            $form->get('instrument')->addError(new FormError($error->getMessage()));

            return;
        }
        try {
            if ('' !== $text('limits')) {
                $instrument->player(
                    new PlayerSettings(
                        Stage::tryFrom($text('stage')) ?? Stage::Full,
                        limits: Range::parse($text('limits')),
                    ),
                )->limit();
            }
        } catch (PlayerError $error) {
            $form->get('limits')->addError(new FormError($error->getMessage()));
        }
        try {
            new PlayerSettings(breath: PlayerSettings::breath($text('breath')));
        } catch (PlayerError $error) {
            $form->get('breath')->addError(new FormError($error->getMessage()));
        }
        try {
            WatchedNotes::parse($text('watched'));
        } catch (PlayerError $error) {
            $form->get('watched')->addError(new FormError($error->getMessage()));
        }
    }

    /** What was typed of a chair, when nothing is wrong with it. */
    public static function details(FormInterface $form): ChairDetails
    {
        return new ChairDetails(
            Forms::text($form, 'instrument'),
            self::setups($form->get('setup')->getData()),
            Forms::text($form, 'stage'),
            Forms::text($form, 'limits'),
            Forms::text($form, 'watched'),
            Forms::text($form, 'section'),
            Forms::text($form, 'track'),
            Forms::text($form, 'style'),
            Forms::text($form, 'breath'),
        );
    }

    /** @return list<string> */
    public static function setups(mixed $given): array
    {
        return array_values(array_unique(array_filter(
            \is_array($given) ? $given : [],
            static fn (mixed $one): bool => \is_string($one) && '' !== $one,
        )));
    }
}

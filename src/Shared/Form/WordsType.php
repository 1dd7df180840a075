<?php

declare(strict_types=1);

namespace App\Shared\Form;

use App\Shared\Words;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\CallbackTransformer;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\Options;
use Symfony\Component\OptionsResolver\OptionsResolver;
use Symfony\Component\Validator\Constraints\Callback;
use Symfony\Component\Validator\Context\ExecutionContextInterface;

/**
 * A name or a remark: one line of words, without what no printer can set. "limit" is the number of characters; "what"
 * (a key of the catalogue) and "example" are said when it is not kept to.
 */
final class WordsType extends AbstractType
{
    public function __construct(private readonly Words $words)
    {
    }

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->addViewTransformer(
            new CallbackTransformer(
                static fn (mixed $kept): mixed => $kept,
                static fn (mixed $typed): ?string => \is_string($typed) ? self::clean($typed) : null,
            ),
        );
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setRequired(['limit', 'what', 'example']);
        $resolver->setDefaults(['may_be_empty' => false, 'empty_data' => '', 'trim' => false, 'compound' => false]);
        $resolver->setDefault('constraints', fn (
            Options $options,
        ): array => [new Callback(function (mixed $value, ExecutionContextInterface $context) use ($options): void {
            $length = mb_strlen(\is_string($value) ? $value : '');
            if ($length > $options['limit'] || (0 === $length && !$options['may_be_empty'])) {
                $context->addViolation($this->words->say(
                    'said.length',
                    [
                        '%what%' => $this->words->say($options['what']),
                        '%count%' => $length,
                        '%least%' => $options['may_be_empty'] ? 0 : 1,
                        '%most%' => $options['limit'],
                        '%example%' => $options['example'],
                    ],
                ));
            }
        })]);
    }

    public function getParent(): string
    {
        return TextType::class;
    }

    /** Spaces made single; signs that control, that no font has, or that are no text left out. */
    public static function clean(string $typed): string
    {
        $text = (string) preg_replace('/[\p{Z}\s]+/u', ' ', mb_scrub($typed));

        return trim((string) preg_replace('/(?![\x{200C}\x{200D}])[\p{Cc}\p{Cf}\p{Co}\p{Cn}]/u', '', $text));
    }
}

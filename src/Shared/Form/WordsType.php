<?php

declare(strict_types=1);

namespace App\Shared\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\CallbackTransformer;
use Symfony\Component\Form\Extension\Core\Type\TextType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\OptionsResolver\OptionsResolver;

/**
 * A name or a remark: one line of words, without what no printer can set. "limit" is the number of characters; "what" and "example" are said when it is not kept to.
 */
final class WordsType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->addViewTransformer(new CallbackTransformer(static fn (mixed $kept): mixed => $kept, static fn (mixed $typed): ?string => \is_string($typed) ? self::clean($typed) : null));
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setRequired(['limit', 'what', 'example']);
        $resolver->setDefaults(['may_be_empty' => false, 'empty_data' => '', 'trim' => false, 'compound' => false]);
        $resolver->setDefault('constraints', static fn (\Symfony\Component\OptionsResolver\Options $options): array => [new \Symfony\Component\Validator\Constraints\Callback(static function (mixed $value, \Symfony\Component\Validator\Context\ExecutionContextInterface $context) use ($options): void {
            $length = mb_strlen(\is_string($value) ? $value : '');
            if ($length > $options['limit'] || (0 === $length && !$options['may_be_empty'])) {
                $context->addViolation(\sprintf('%s has %d characters; expected %d to %d, for example "%s".', $options['what'], $length, $options['may_be_empty'] ? 0 : 1, $options['limit'], $options['example']));
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

<?php

declare(strict_types=1);

namespace App\Shared\Form;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\FileType;
use Symfony\Component\Form\Extension\Core\Type\TextareaType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\Form\FormError;
use Symfony\Component\Form\FormEvent;
use Symfony\Component\Form\FormEvents;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Symfony\Component\OptionsResolver\OptionsResolver;

/**
 * A text that is brought in: a file, or the words themselves. "limit" is the number of bytes that are read, and one
 * more, so that too much is seen to be; "check" (text to a sentence, or null) says what is wrong with it.
 */
final class BroughtType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add('file', FileType::class, ['required' => false])->add(
            'text',
            TextareaType::class,
            ['empty_data' => '', 'trim' => false],
        );
        $check = $options['check'];
        $builder->addEventListener(FormEvents::POST_SUBMIT, static function (
            FormEvent $event,
        ) use ($options, $check): void {
            $problem = $check instanceof \Closure ? $check(self::text($event->getForm(), $options['limit'])) : null;
            if (\is_string($problem)) {
                $event->getForm()->get('text')->addError(new FormError($problem));
            }
        });
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setRequired('limit')->setDefault('check', null);
    }

    /** @param int<0, max> $limit bytes */
    public static function text(FormInterface $form, int $limit): string
    {
        $file = $form->get('file')->getData();

        return $file instanceof UploadedFile && $file->isValid()
            ? (string) file_get_contents($file->getPathname(), length: $limit + 1)
            : Forms::text($form, 'text');
    }
}

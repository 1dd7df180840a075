<?php

declare(strict_types=1);

namespace App\Account;

use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\PasswordType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\Form\FormError;
use Symfony\Component\Form\FormEvent;
use Symfony\Component\Form\FormEvents;
use Symfony\Component\OptionsResolver\OptionsResolver;

/**
 * Another pass phrase for the account "for"; the one in force is asked for, so that an open screen is not enough.
 */
final class PhraseType extends AbstractType
{
    public function __construct(private readonly Phrases $phrases)
    {
    }

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add('old', PasswordType::class, ['trim' => false])->add(
            'phrase',
            PasswordType::class,
            ['trim' => false],
        );
        $builder->addEventListener(FormEvents::POST_SUBMIT, function (FormEvent $event) use ($options): void {
            $form = $event->getForm();
            $account = $options['for'];
            \assert($account instanceof Account);
            $old = $form->get('old')->getData();
            if (!$this->phrases->fits($account, \is_string($old) ? $old : '')) {
                $form->get('old')->addError(new FormError('refusal.phrase.other'));

                return;
            }
            $new = $form->get('phrase')->getData();
            $problem = $this->phrases->problem(\is_string($new) ? $new : '', $account->getName());
            if (null !== $problem) {
                $form->get('phrase')->addError(new FormError($problem));
            }
        });
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setRequired('for');
    }
}

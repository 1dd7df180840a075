<?php

declare(strict_types=1);

namespace App\Entrance;

use App\Account\Account;
use App\Account\AccountRepository;
use App\Account\Phrases;
use App\Band\Band;
use App\Shared\Form\WordsType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\PasswordType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\Form\FormError;
use Symfony\Component\Form\FormEvent;
use Symfony\Component\Form\FormEvents;
use Symfony\Component\OptionsResolver\OptionsResolver;

/**
 * What a one-time code asks for: a name and a pass phrase, and of a director the band's name. "asks" names the fields.
 */
final class CodeType extends AbstractType
{
    public function __construct(private readonly Phrases $phrases, private readonly AccountRepository $accounts)
    {
    }

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        if (\in_array('name', $options['asks'], true)) {
            $builder->add(
                'name',
                WordsType::class,
                ['limit' => Account::NAME, 'what' => 'said.name', 'example' => 'Robin Ashe'],
            );
        }
        $builder->add('phrase', PasswordType::class, ['trim' => false]);
        if (\in_array('band', $options['asks'], true)) {
            $builder->add(
                'band',
                WordsType::class,
                ['limit' => Band::NAME, 'what' => 'said.band', 'example' => 'Evening band'],
            );
        }
        $builder->addEventListener(FormEvents::POST_SUBMIT, function (FormEvent $event) use ($options): void {
            $form = $event->getForm();
            $name = $form->has('name') ? $form->get('name')->getData() : $options['for'];
            $phrase = $form->get('phrase')->getData();
            $problem = $this->phrases->problem(\is_string($phrase) ? $phrase : '', \is_string($name) ? $name : '');
            if (null !== $problem) {
                $form->get('phrase')->addError(new FormError($problem));
            }
            if ($form->has('name') && \is_string($name) && null !== $this->accounts->named($name)) {
                $form->get('name')->addError(new FormError('refusal.account.taken'));
            }
        });
    }

    public function configureOptions(OptionsResolver $resolver): void
    {
        $resolver->setDefaults(['asks' => ['name'], 'for' => '']);
    }
}

<?php

declare(strict_types=1);

namespace App\Entrance;

use App\Account\Account;
use App\Shared\Form\WordsType;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\Extension\Core\Type\PasswordType;
use Symfony\Component\Form\FormBuilderInterface;

final class SignInType extends AbstractType
{
    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add(
            'name',
            WordsType::class,
            ['limit' => Account::NAME, 'what' => 'said.name', 'example' => 'Robin Ashe'],
        )
            ->add('phrase', PasswordType::class, ['trim' => false]);
    }
}

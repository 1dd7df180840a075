<?php

declare(strict_types=1);

namespace App\Band;

use App\Shared\Form\WordsType;
use SwiftReed\Fingering\Pin;
use SwiftReed\Fingering\PinError;
use SwiftReed\Fingering\Tendency;
use Symfony\Component\Form\AbstractType;
use Symfony\Component\Form\FormBuilderInterface;
use Symfony\Component\Validator\Constraints\Callback;
use Symfony\Component\Validator\Context\ExecutionContextInterface;

/**
 * A pin, a habit, or how a note lies on the player's own instrument.
 */
final class PinType extends AbstractType
{
    public const LIMIT = 200;

    public function buildForm(FormBuilderInterface $builder, array $options): void
    {
        $builder->add(
            'pin',
            WordsType::class,
            [
                'limit' => self::LIMIT, 'what' => 'said.pin', 'example' => 'B4 = LE', 'may_be_empty' => true,
                'constraints' => [new Callback($this->check(...))],
            ],
        );
    }

    private function check(mixed $text, ExecutionContextInterface $context): void
    {
        $text = \is_string($text) ? $text : '';
        try {
            $read = Tendency::isMeant($text) ? Tendency::parse($text)->text() : Pin::parse($text)->text();
            if (mb_strlen($read) > self::LIMIT) {
                $context->addViolation(
                    'refusal.pin_long',
                    ['%count%' => (string) mb_strlen($read), '%most%' => (string) self::LIMIT],
                );
            }
        } catch (PinError $error) {
            $context->addViolation($error->getMessage());
        }
    }
}

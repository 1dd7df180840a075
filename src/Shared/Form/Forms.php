<?php

declare(strict_types=1);

namespace App\Shared\Form;

use App\Shared\FormToken;
use Symfony\Component\Form\FormError;
use Symfony\Component\Form\FormFactoryInterface;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\Form\FormTypeInterface;
use Symfony\Component\HttpFoundation\Request;

/**
 * Reads what a request brings by a form's rules. The fields lie flat, and what belongs to other forms of the page may come along.
 */
final class Forms
{
    public function __construct(private readonly FormFactoryInterface $factory)
    {
    }

    /**
     * @param class-string<FormTypeInterface> $type
     * @param array<string, mixed>            $options
     */
    public function read(string $type, Request $request, mixed $data = null, array $options = []): FormInterface
    {
        $given = $request->request->all();
        foreach ($request->files->all() as $name => $file) {
            $given[$name] = $file;
        }

        return $this->factory->createNamed('', $type, $data, $options + ['allow_extra_fields' => true])->submit($given);
    }

    /** The first thing that is wrong, in a sentence; null when nothing is. */
    public static function problem(FormInterface $form): ?string
    {
        foreach ($form->getErrors(true) as $error) {
            if ($error instanceof FormError) {
                return $error->getMessage();
            }
        }

        return null;
    }

    /**
     * What was typed, to be shown again: no secrets, and nothing of another shape than a form's.
     *
     * @return array<string, string>
     */
    public static function typed(Request $request): array
    {
        return array_diff_key(array_filter($request->request->all(), is_string(...)), array_flip([FormToken::FIELD, 'phrase', 'old', 'code']));
    }

    public static function text(FormInterface $form, string $field): string
    {
        $value = $form->get($field)->getData();

        return \is_scalar($value) ? (string) $value : '';
    }
}

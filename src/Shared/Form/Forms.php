<?php

declare(strict_types=1);

namespace App\Shared\Form;

use App\Shared\FormToken;
use App\Shared\Press;
use Symfony\Component\Form\FormError;
use Symfony\Component\Form\FormFactoryInterface;
use Symfony\Component\Form\FormInterface;
use Symfony\Component\Form\FormTypeInterface;
use Symfony\Component\HttpFoundation\Request;

/**
 * Reads what a request brings by a form's rules. The fields lie flat, and what belongs to other forms of the page may
 * come along.
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

    /** Fields of coming in, which are neither shown again nor belong to what is sent with them. */
    public const SECRET = ['who', 'secret', 'to'];

    /**
     * What was typed, to be shown again: no secrets, and nothing of another shape than a form's.
     *
     * @return array<string, string>
     */
    public static function typed(Request $request): array
    {
        $hidden = [FormToken::FIELD, 'phrase', 'old', 'code', ...self::SECRET];

        return array_diff_key(array_filter($request->request->all(), is_string(...)), array_flip($hidden));
    }

    /**
     * All that was sent, as fields of a form that sends it again: "chairs[0]" where it was a list. The number of the
     * press comes along, so that it is the same press.
     *
     * @return array<string, string>
     */
    public static function again(Request $request): array
    {
        $fields = [];
        $flat = static function (array $values, string $within) use (&$flat, &$fields): void {
            foreach ($values as $name => $value) {
                $called = '' === $within ? (string) $name : $within.'['.$name.']';
                if (\is_array($value)) {
                    $flat($value, $called);
                } elseif (\is_string($value)) {
                    $fields[$called] = $value;
                }
            }
        };
        $flat(
            array_diff_key(
                $request->request->all(),
                array_flip([FormToken::FIELD, 'phrase', 'old', 'code', ...self::SECRET]),
            ),
            '',
        );
        $number = Press::number($request);

        return $fields + (null === $number ? [] : [Press::FIELD => $number]);
    }

    public static function text(FormInterface $form, string $field): string
    {
        $value = $form->get($field)->getData();

        return \is_scalar($value) ? (string) $value : '';
    }
}

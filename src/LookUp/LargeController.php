<?php

declare(strict_types=1);

namespace App\LookUp;

use App\Band\OpenBand;
use App\Desk\Desk;
use App\Desk\DeskState;
use App\Engraving\EngravingError;
use App\Engraving\LargeField;
use App\Engraving\LargePages;
use App\Engraving\PdfMaker;
use App\Engraving\Svg;
use App\Shared\Deed;
use App\Shared\May;
use App\Shared\Words;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentError;
use SwiftReed\Instrument\Register;
use SwiftReed\Line\StudyLineError;
use SwiftReed\Score\Part;
use SwiftReed\Study\StudyError;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * Notes with a field each, large: the chart of an instrument, or the notes of a line, of which those that are new to a
 * pupil are chosen and printed.
 */
#[May(Deed::Make)]
final class LargeController extends AbstractController
{
    private const OF_LINE = 'line';

    public function __construct(
        private readonly Desk $desk,
        private readonly LargePages $pages,
        private readonly Words $words,
        private readonly OpenBand $open,
    ) {
    }

    #[Route('/fingerings/large', name: 'large', methods: ['GET'])]
    public function large(Request $request): Response
    {
        $state = DeskState::of($request->query->all());
        $view = [
            'state' => $state, 'of' => self::of($request), 'register' => '', 'registers' => [], 'fields' => [],
            'instrument' => null, 'error' => '', 'families' => $this->desk->families(), 'setups' => [], 'part' => null,
        ];
        $status = 200;
        try {
            $instrument = $this->desk->instrument($state);
            $view = [
                'instrument' => $instrument,
                'setups' => $this->desk->setups($state->instrument),
                'register' => self::register($request, $instrument),
                'registers' => array_map(static fn (Register $one): string => $one->name, $instrument->registers),
            ] + $view;
            $view['part'] = $this->ofLine($request, $state);
            $view['fields'] = $this->onScreen($instrument, self::fields($request, $instrument, $view['part']));
        } catch (InstrumentError $error) {
            [$view['error'], $status] = [$error->getMessage(), 404];
        } catch (StudyLineError|StudyError $error) {
            [$view['error'], $status] = [$error->getMessage(), 422];
        } catch (EngravingError $error) {
            [$view['error'], $status] = [$error->getMessage(), 503];
        }

        return $this->render('lookup/large.html.twig', $view, new Response(status: $status));
    }

    #[Route('/fingerings/large.pdf', name: 'large_pdf', methods: ['GET'])]
    public function pdf(Request $request, PdfMaker $pdfs): Response
    {
        $state = DeskState::of($request->query->all());
        $instrument = $this->desk->instrument($state);
        $part = $this->ofLine($request, $state);
        $fields = self::fields($request, $instrument, $part);
        $chosen = array_map(strval(...), array_filter($request->query->all('only'), is_scalar(...)));
        if ([] !== $chosen) {
            $fields = array_values(array_filter(
                $fields,
                static fn (LargeField $one): bool => \in_array($one->pitch->text(), $chosen, true),
            ));
        }
        $title = $this->words->say(null !== $part ? 'large.print_new' : 'large.print_chart', [
            '%instrument%' => $instrument->name,
        ]);
        $paper = $this->open->paper($request->query->getString('paper'));

        return new Response(
            $pdfs->pdf(
                $this->pages->print(
                    $instrument,
                    $fields,
                    $title,
                    $part?->lineToRead() ?? $instrument->setupSays,
                    $paper,
                ),
                $title,
            ),
            200,
            [
                'Content-Type' => 'application/pdf',
                'Content-Disposition' => \sprintf('inline; filename="large-%s.pdf"', $instrument->id),
            ],
        );
    }

    /** The line whose notes are asked for; null where the whole chart is. */
    private function ofLine(Request $request, DeskState $state): ?Part
    {
        return self::OF_LINE === self::of($request) ? $this->desk->part($state) : null;
    }

    /** @return list<LargeField> none where nothing is fingered */
    private static function fields(Request $request, Instrument $instrument, ?Part $part): array
    {
        return match (true) {
            null === $instrument->body => [],
            null !== $part => LargeField::ofPart($part),
            default => LargeField::ofRange($instrument, self::register($request, $instrument)),
        };
    }

    /**
     * @param list<LargeField> $fields
     *
     * @return list<array{key: string, name: string, staff: string, drawing: string, words: string}>
     *
     * @throws EngravingError
     */
    private function onScreen(Instrument $instrument, array $fields): array
    {
        [$staves, $glyphs] = $this->pages->staves($fields, $instrument->clef);
        [$left, $right, $height] = LargePages::reach($fields);
        $shown = [];
        foreach ($fields as $i => $field) {
            $staff = $staves[$i] ?? null;
            $shown[] = [
                'key' => $field->pitch->text(),
                'name' => $field->name,
                'staff' => null === $staff ? '' : Svg::drawing(
                    0,
                    0,
                    LargePages::STAFF,
                    $staff->height,
                    'large-staff',
                    $staff->body,
                    glyphs: 0 === $i ? $glyphs : '',
                ),
                'drawing' => Svg::drawing(
                    $left - 20,
                    -20,
                    $right - $left + 40,
                    $height + 40,
                    'large-drawing',
                    $field->drawing->svg,
                ),
                'words' => $field->words,
            ];
        }

        return $shown;
    }

    private static function of(Request $request): string
    {
        return self::OF_LINE === $request->query->getString('of') ? self::OF_LINE : '';
    }

    private static function register(Request $request, Instrument $instrument): string
    {
        $asked = $request->query->getString('register');
        foreach ($instrument->registers as $register) {
            if ($register->name === $asked) {
                return $asked;
            }
        }

        return '';
    }
}

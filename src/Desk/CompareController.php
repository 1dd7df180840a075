<?php

declare(strict_types=1);

namespace App\Desk;

use App\Engraving\EngravingError;
use App\Engraving\FingeringStyle;
use App\Engraving\PageMaker;
use App\Engraving\Rows;
use App\Shared\Deed;
use App\Shared\May;
use SwiftReed\Fingering\Pin;
use SwiftReed\Fingering\PinError;
use SwiftReed\Player\Reminders;
use SwiftReed\Score\Part;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/**
 * One line, two set-ups or two habits, side by side.
 */
#[May(Deed::Make)]
final class CompareController extends AbstractController
{
    #[Route('/compare', name: 'compare', methods: ['GET'])]
    public function compare(Request $request, Desk $desk, PageMaker $pages): Response
    {
        $query = $request->query->all();
        $sides = [];
        $status = 200;
        foreach (['one' => 'setup', 'other' => 'other'] as $name => $field) {
            $state = DeskState::of(['setup' => $query[$field] ?? ''] + $query);
            $pins = \is_string($query['pins_'.$name] ?? null) ? mb_substr($query['pins_'.$name], 0, 400) : '';
            $side = ['state' => $state, 'pins' => $pins, 'part' => null, 'music' => '', 'error' => ''];
            try {
                $part = $desk->plainPart($state, self::pins($pins));
                $side['part'] = $part;
                $side['music'] = $pages->screen(
                    $part,
                    new Rows(false, true, Reminders::None, FingeringStyle::Diagram),
                    '',
                    $request->query->getBoolean('narrow') ? DeskPage::NARROW : DeskPage::WIDE,
                )->apart($name);
            } catch (\InvalidArgumentException|\DomainException $error) {
                $side['error'] = $error->getMessage();
                $status = 422;
            } catch (EngravingError $error) {
                $side['error'] = $error->getMessage();
                $status = 503;
            }
            $sides[$name] = $side;
        }
        [$one, $other] = [$sides['one']['part'], $sides['other']['part']];

        return $this->render('desk/compare.html.twig', [
            'sides' => $sides,
            'state' => $sides['one']['state'],
            'names' => $desk->setupNames($sides['one']['state']->instrument),
            'setups' => $desk->setups($sides['one']['state']->instrument),
            'families' => $desk->families(),
            'differences' => null === $one || null === $other ? [] : self::differences($one, $other),
        ], new Response(status: $status));
    }

    /**
     * @return list<Pin>
     *
     * @throws PinError
     */
    private static function pins(string $text): array
    {
        $texts = array_filter(array_map(trim(...), explode(';', $text)), static fn (string $one): bool => '' !== $one);

        return array_map(Pin::parse(...), array_values($texts));
    }

    /** @return list<array{number: int, note: string, one: string, other: string}> where the two part */
    private static function differences(Part $one, Part $other): array
    {
        $differences = [];
        foreach ($one->plan->notes as $i => $note) {
            $there = $other->plan->notes[$i] ?? null;
            if (null !== $there && $note->fingering->text !== $there->fingering->text) {
                $differences[] = [
                    'number' => $i + 1,
                    'note' => $one->study->notes[$i]->pitch()->sign(),
                    'one' => $note->fingering->text,
                    'other' => $there->fingering->text,
                ];
            }
        }

        return $differences;
    }
}

<?php

declare(strict_types=1);

namespace App\LookUp;

use App\Desk\Desk;
use App\Desk\DeskState;
use App\Engraving\SignatureSheet;
use App\Shared\Deed;
use App\Shared\May;
use SwiftReed\Instrument\Instrument;
use SwiftReed\Instrument\InstrumentLibrary;
use SwiftReed\Packet\KeyQuestion;
use SwiftReed\Packet\PacketTable;
use SwiftReed\Pitch\Key;
use SwiftReed\Pitch\PitchError;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

#[May(Deed::Make)]
final class KeysController extends AbstractController
{
    #[Route('/keys', name: 'keys', methods: ['GET'])]
    public function keys(
        Request $request,
        InstrumentLibrary $instruments,
        Desk $desk,
        SignatureSheet $signatures,
    ): Response {
        $families = PacketTable::families(array_map(
            static fn (string $id): Instrument => $instruments->instrument($id),
            $instruments->ids(),
        ));
        $asked = $request->query->getString('key', '');
        $naming = 'own' === $request->query->getString('naming') ? 'own' : 'concert';
        $error = '';
        $tonic = null;
        if ('' !== trim($asked)) {
            try {
                $tonic = KeyQuestion::parse($asked);
            } catch (PitchError $problem) {
                $error = $problem->getMessage();
            }
        }
        $rows = [];
        foreach (PacketTable::lines() as $line => $concert) {
            $cells = [];
            foreach ($families as $family) {
                $written = PacketTable::written($concert, $family);
                $cells[] = [
                    'written' => $written,
                    'fifths' => $written->key->fifths(),
                    'asked' => null !== $tonic
                        && (
                            'own' === $naming
                                ? $written->key->tonic->pitchClass() === $tonic->pitchClass()
                                : $concert->pitchClass() === $tonic->pitchClass()
                        ),
                ];
            }
            $rows[$line] = ['concert' => $concert, 'cells' => $cells];
        }
        $answers = [];
        foreach ($desk->band() as $instrument) {
            if (null === $tonic) {
                break;
            }
            $transposition = $instrument->transposition;
            $answers[] = [
                'instrument' => $instrument,
                // The named note as everybody hears it, and as this player sounds when he reads it.
                'hear' => [$tonic->at(4)->midi(), $transposition->sounding($tonic->at(4))->midi()],
                'written' => 'own' === $naming
                    ? $transposition->ownKey(Key::major($tonic))
                    : $transposition->writtenKey(Key::major($tonic)),
                'concert' => 'own' === $naming ? $transposition->concertKey(Key::major($tonic))->tonic : $tonic,
                'line' => $line = PacketTable::lineOfOwnKey(
                    'own' === $naming ? $tonic : $transposition->writtenKey(Key::major($tonic))->key->tonic,
                    $transposition,
                ),
                // Where the packet prints the line under another name, the player looks for that one.
                'printed' => PacketTable::lines()[$line]->equals(
                    'own' === $naming ? $transposition->concertKey(Key::major($tonic))->tonic : $tonic,
                )
                    ? null
                    : $transposition->writtenKey(Key::major(PacketTable::lines()[$line]))->key->tonic,
            ];
        }

        return $this->render('lookup/keys.html.twig', [
            'families' => $families,
            'rows' => $rows,
            'signatures' => $signatures->all(),
            'naming' => $naming,
            'asked' => $asked,
            'tonic' => $tonic,
            'answers' => $answers,
            'error' => $error,
            'state' => DeskState::of([]),
            'band_ids' => array_map(static fn (Instrument $instrument): string => $instrument->id, $desk->band()),
        ], new Response(status: '' === $error ? 200 : 422));
    }
}

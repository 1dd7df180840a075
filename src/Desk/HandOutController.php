<?php

declare(strict_types=1);

namespace App\Desk;

use App\Band\Notebook;
use App\Shared\Archive;
use App\Shared\Deed;
use App\Shared\May;
use App\Shared\Words;
use Symfony\Bundle\FrameworkBundle\Controller\AbstractController;
use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

#[May(Deed::Make)]
final class HandOutController extends AbstractController
{
    private const FORMATS = 'pdf|musicxml|mid|zip';

    public function __construct(private readonly HandOut $handOut, private readonly Words $words)
    {
    }

    #[Route('/desk/hand-out', name: 'hand_out', methods: ['GET'])]
    public function handOut(Request $request, Notebook $notebook): Response
    {
        $notebook->mustAnswer();
        $state = DeskState::of($request->query->all());
        $format = $request->query->getString('format', 'pdf');
        if (1 !== preg_match('/^('.self::FORMATS.')$/', $format)) {
            throw $this->createNotFoundException($this->words->say(
                'refusal.none.format',
                ['%format%' => mb_substr($format, 0, 20)],
            ));
        }
        $asked = $request->query->all()['who'] ?? [];
        $who = \is_array($asked) ? array_values(array_filter($asked, is_string(...))) : [];
        [$sheets, $left] = $this->handOut->parts($state, [] === $who ? [$state->instrument] : $who);
        if ([] === $sheets) {
            return $this->render(
                'shared/error.html.twig',
                [
                    'title' => 'title.nothing_to_hand_out',
                    'sentence' => implode(
                        ' ',
                        array_map(
                            static fn (string $name, string $why): string => $name.': '.$why,
                            array_keys($left),
                            $left,
                        ),
                    ),
                    'again' => null,
                ],
                new Response(status: 422),
            );
        }
        $look = SheetFile::look($request);
        $title = SheetFile::title($request);
        if ('pdf' === $format) {
            return self::answer(
                $this->handOut->pdf($sheets, $state, $look, $title),
                'application/pdf',
                'inline',
                'parts.pdf',
                $left,
            );
        }
        $files = $this->handOut->files(
            $sheets,
            'zip' === $format ? 'pdf' : $format,
            $state,
            $look,
            SheetFile::choices($request, $state->rows),
            $title,
        );
        if (1 === \count($files)) {
            $name = (string) array_key_first($files);

            return self::answer(
                $files[$name],
                'mid' === $format
                    ? 'audio/midi'
                    : ('zip' === $format ? 'application/pdf' : 'application/vnd.recordare.musicxml+xml'),
                'attachment',
                $name,
                $left,
            );
        }

        return self::answer(Archive::of($files), 'application/zip', 'attachment', 'parts.zip', $left);
    }

    /** @param array<string, string> $left who is left out, and why: the browser reads it beside the document */
    private static function answer(
        string $content,
        string $type,
        string $disposition,
        string $name,
        array $left,
    ): Response {
        $headers = [
            'Content-Type' => $type,
            'Content-Disposition' => HeaderUtils::makeDisposition($disposition, $name),
        ];
        if ([] !== $left) {
            $headers['X-Left-Out'] = rawurlencode(implode(
                "\n",
                array_map(static fn (string $who, string $why): string => $who.': '.$why, array_keys($left), $left),
            ));
        }

        return new Response($content, 200, $headers);
    }
}

<?php

declare(strict_types=1);

namespace App\Band;

use SwiftReed\Pitch\NoteNames;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpKernel\Event\RequestEvent;
use Symfony\Component\HttpKernel\KernelEvents;

/**
 * Files name notes in English, whoever fetches them: only what is looked at follows the reader's names.
 */
final class FilesInEnglish
{
    /** Addresses of files; a PDF is a page. */
    private const FILES = '/\.(?:json|csv|mid|musicxml|txt)$/D';
    /** What a page asks for to sound and to point with: it is seen. */
    private const SEEN = ['score_sound'];

    /** After the band is open (6), which says how notes are named. */
    #[AsEventListener(KernelEvents::REQUEST, priority: 3)]
    public function __invoke(RequestEvent $event): void
    {
        $request = $event->getRequest();
        $isSeen = \in_array($request->attributes->get('_route'), self::SEEN, true);
        if (!$isSeen && 1 === preg_match(self::FILES, $request->getPathInfo())) {
            NoteNames::English->begin();
        }
    }
}

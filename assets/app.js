import htmx from 'htmx.org';
import { startCovers } from './covers.js';
import { startDialogs } from './dialogs.js';
import { startLineInput } from './line-input.js';
import { startNarrow } from './narrow.js';
import { startNotes } from './notes.js';
import { startShortcuts } from './shortcuts.js';
import { startSound } from './sound.js';

// Answers with an error status carry a sentence for the user: they are shown like any other.
htmx.config.responseHandling = [{ code: '204', swap: false }, { code: '...', swap: true }];
htmx.config.scrollIntoViewOnBoost = false;
htmx.config.historyCacheSize = 0;
window.htmx = htmx;

startCovers();
startDialogs();
startLineInput();
startNotes(htmx);
startNarrow(htmx);
startShortcuts();
startSound();

document.addEventListener('change', (event) => {
  event.target.closest('[data-submit-on-change]')?.requestSubmit();
});

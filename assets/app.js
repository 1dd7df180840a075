import htmx from 'htmx.org';
import { startCovers } from './desk/covers.js';
import { startHandOut } from './desk/hand-out.js';
import { startLineInput } from './desk/line-input.js';
import { startNotes } from './desk/notes.js';
import { startSentence } from './desk/sentence.js';
import { startSound } from './desk/sound.js';
import { startTalk } from './desk/talk.js';
import { startHearing } from './lookup/hear.js';
import { startBandSound } from './packets/band-sound.js';
import { startPacketRows } from './packets/rows.js';
import { startGrid } from './record/grid.js';
import { startPassOff } from './record/pass-off.js';
import { startListening } from './stand/listening/listen.js';
import { startStaff } from './record/staff.js';
import { startTogether } from './record/together.js';
import { startTouches } from './record/touches.js';
import { startDialogs } from './shared/dialogs.js';
import { startNarrow } from './shared/narrow.js';
import { startRooms } from './shared/rooms.js';
import { startShortcuts } from './shared/shortcuts.js';
import { startUnbroken } from './shared/unbroken.js';
import { startWelcome } from './shared/welcome.js';
import { forgetOthers } from './stand/device.js';
import { startQueue } from './stand/queue.js';
import { startStand } from './stand/stand.js';

// Answers with an error status carry a sentence for the user: they are shown like any other.
htmx.config.responseHandling = [{ code: '204', swap: false }, { code: '...', swap: true }];
htmx.config.scrollIntoViewOnBoost = false;
// Going back asks the server for the address again, so that what is shown is what it says.
htmx.config.historyCacheSize = 0;
htmx.config.refreshOnHistoryMiss = true;
window.htmx = htmx;

startCovers();
startDialogs();
startSentence(htmx);
startLineInput();
startNotes(htmx);
startNarrow(htmx);
startShortcuts();
startSound();
startTalk();
startHandOut();
startHearing();
startBandSound();
startPacketRows();
startRooms();
startUnbroken(htmx);
startWelcome();
forgetOthers();
startQueue();
startStand();
startGrid();
startPassOff();
startStaff();
startListening();
startTogether();
startTouches();

// Whoever goes to sign in comes back to what is on the screen now.
document.addEventListener('click', (event) => {
  const link = event.target.closest('a[data-back]');
  if (link) {
    link.href = `${link.pathname}?back=${encodeURIComponent(window.location.pathname + window.location.search)}`;
  }
});

document.addEventListener('change', (event) => {
  const field = event.target.closest('[data-submit-on-change]');
  (field?.form ?? field)?.requestSubmit();
});

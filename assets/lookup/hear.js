// One tone after another: what is written against what is heard.
import { openVoice } from '../desk/voice.js';

/** Seconds of each tone, and of silence between them. */
const LENGTH = 1.1;
const BETWEEN = 0.25;

export function startHearing() {
  let context;
  let voice;
  document.addEventListener('click', async (event) => {
    const button = event.target.closest('[data-hear]');
    if (!button) {
      return;
    }
    context ??= new AudioContext();
    await context.resume();
    voice ??= openVoice(context);
    voice.silence();
    button.dataset.hear.split(' ').map(Number).forEach((midi, i) => voice.note(midi, context.currentTime + 0.05 + i * (LENGTH + BETWEEN), LENGTH, true, false));
  });
}

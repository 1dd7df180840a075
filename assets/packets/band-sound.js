// Hears everybody, a section, or one part against another: every part is a line of the same timeline, begun at the same moment.
import { timeline } from '../desk/timeline.js';
import { openVoice } from '../desk/voice.js';
import { toWav } from './wav.js';

/** Seconds before the first sound, so that all parts are ready. */
const BEFORE = 0.12;
/** Seconds after the last. */
const AFTER = 0.4;
/** More parts than this at once are no louder for it. */
const LOUD = 3;

export function startBandSound() {
  let context;
  let voice;
  let over;

  const box = () => document.getElementById('band-sound');
  const say = (text) => {
    document.getElementById('band-status').textContent = text;
  };
  const button = () => box()?.querySelector('[data-band-play]');
  const stop = () => {
    clearTimeout(over);
    voice?.silence();
    document.querySelectorAll('.score-place.sounding').forEach((one) => one.classList.remove('sounding'));
    if (button()) {
      button().setAttribute('aria-pressed', 'false');
      button().textContent = box().dataset.play;
    }
  };
  const bpm = () => Math.min(300, Math.max(20, Number(document.getElementById('band-bpm').value) || 60));
  const who = () => {
    const [hear, against] = [...box().querySelectorAll('[data-band-who]')].map((one) => (one.value === '' ? null : JSON.parse(one.value)));
    return hear.length === 0 ? [] : [...hear, ...(against ?? [])];
  };
  const fetched = async (own) => {
    const address = new URL(box().dataset.sound, window.location.href);
    who().forEach((one) => address.searchParams.append('who[]', one));
    if (own) {
      address.searchParams.set('own', own);
    }
    const answer = await fetch(address);
    if (!answer.ok) {
      throw new Error(String(answer.status));
    }
    return (await answer.json()).parts;
  };
  /** Gives every event of all parts to a voice; answers with the seconds that it takes. */
  const give = (to, parts, at, options) => {
    let end = 0;
    parts.forEach((part, k) => {
      const line = timeline(part, { bpm: bpm(), click: 'none', ...options });
      for (const { midi, at: later, length, tongued, joins, loudness } of line.events.filter(({ type }) => type === 'note')) {
        to.note(midi, at + later, length, tongued, joins, loudness);
      }
      end = Math.max(end, line.end);
      if (k === 0 && to === voice) {
        follow(line.events, at);
      }
    });
    return end;
  };
  const follow = (events, at) => {
    const step = () => {
      if (button()?.getAttribute('aria-pressed') !== 'true') {
        return;
      }
      const now = context.currentTime - at;
      const event = events.filter((one) => one.note !== undefined && one.at <= now).at(-1);
      document.querySelectorAll('.score-place.sounding').forEach((one) => one.classList.remove('sounding'));
      if (event) {
        document.querySelector(`.score-place[data-note="${event.note}"]`)?.classList.add('sounding');
      }
      requestAnimationFrame(step);
    };
    requestAnimationFrame(step);
  };
  const play = async (own) => {
    if (button().getAttribute('aria-pressed') === 'true') {
      stop();
      return;
    }
    context ??= new AudioContext();
    await context.resume();
    voice ??= openVoice(context);
    button().setAttribute('aria-pressed', 'true');
    button().textContent = box().dataset.stop;
    say('');
    try {
      const parts = await fetched(own);
      voice.volume?.(Math.min(1, LOUD / parts.length));
      const end = give(voice, parts, context.currentTime + BEFORE, own ? { toBar: 1 } : {});
      say(own ? box().dataset.own : '');
      over = setTimeout(stop, 1000 * (end + BEFORE + AFTER));
    } catch {
      stop();
      say(box().dataset.failed);
    }
  };
  /** What would be heard, as a file to take home. */
  const keep = async () => {
    try {
      const parts = await fetched('');
      const seconds = Math.max(...parts.map((part) => timeline(part, { bpm: bpm(), click: 'none' }).end)) + 2 * AFTER;
      const offline = new OfflineAudioContext(1, Math.ceil(seconds * 44100), 44100);
      const quiet = openVoice(offline);
      quiet.volume?.(Math.min(1, LOUD / parts.length));
      give(quiet, parts, BEFORE, {});
      const link = document.createElement('a');
      link.href = URL.createObjectURL(toWav(await offline.startRendering()));
      link.download = `practice-${bpm()}.wav`;
      link.click();
      setTimeout(() => URL.revokeObjectURL(link.href), 10000);
    } catch {
      say(box().dataset.failed);
    }
  };

  document.addEventListener('click', (event) => {
    if (event.target.closest('[data-band-play]')) {
      play('');
    } else if (event.target.closest('[data-band-own]')) {
      stop();
      play(document.getElementById('band-own').value);
    } else if (event.target.closest('[data-band-wav]')) {
      keep();
    }
  });
  // One key moves everybody on.
  document.addEventListener('keydown', (event) => {
    if (!document.getElementById('rehearse') || event.target.closest('input, select, textarea, button') || event.ctrlKey || event.metaKey || event.altKey) {
      return;
    }
    const to = { ArrowRight: 'rehearse-next', PageDown: 'rehearse-next', ' ': 'rehearse-next', ArrowLeft: 'rehearse-before', PageUp: 'rehearse-before' }[event.key];
    const link = to && document.getElementById(to);
    if (link) {
      event.preventDefault();
      link.click();
    }
  });
}

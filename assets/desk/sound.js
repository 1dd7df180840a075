// Plays the study on the page and goes on: over another tempo, another key, another instrument. Bars can be looped, the click
// can sound alone, the page follows the sounding note.
import { timeline } from './timeline.js';
import { openVoice } from './voice.js';

/** Seconds of music that are handed to the audio clock ahead of time, and how often that is done. */
const AHEAD = 0.25;
const EVERY = 60;
/** Times round after which a player is reminded to rest. */
const TIRING = 4;
const SLOWEST = 20;
const FASTEST = 300;

export function startSound() {
  const foot = document.getElementById('foot');
  if (!foot) {
    return;
  }
  let context;
  let voice;
  let timer;
  let frame;
  let playing = null;
  let bars = null;
  let tempoIsOwn = false;

  const byId = (id) => document.getElementById(id);
  const isOn = (id) => byId(id).getAttribute('aria-pressed') === 'true';
  const press = (id, is) => byId(id).setAttribute('aria-pressed', String(is));
  const query = () => byId('page')?.dataset.query ?? '';
  const say = (text) => {
    byId('sound-status').textContent = text;
  };
  const bpm = () => Math.min(FASTEST, Math.max(SLOWEST, Number(byId('bpm').value) || 60));
  const mark = (index) => {
    document.querySelectorAll('.note-region.sounding').forEach((one) => one.classList.remove('sounding'));
    const region = index === undefined ? null : document.querySelector(`.note-region[data-note="${index}"]`);
    if (region) {
      region.classList.add('sounding');
      const at = region.getBoundingClientRect();
      if (at.top < 0 || at.bottom > window.innerHeight - foot.offsetHeight) {
        region.scrollIntoView({ block: 'center' });
      }
    }
  };
  const show = () => {
    press('play', Boolean(playing) && !playing.alone);
    press('click-alone', Boolean(playing?.alone));
    byId('play').querySelector('span').textContent = playing && !playing.alone ? foot.dataset.stop : foot.dataset.play;
  };

  /** What is heard now, as options of the timeline. */
  const options = (tempo, part, more = {}) => ({
    bpm: tempo,
    pitch: byId('with-pitch').checked,
    countIn: byId('with-count').checked,
    click: isOn('with-click') || playing?.alone ? (byId('click-on').value === '2 and 4' && part.time === '4/4' ? '2 and 4' : 'every') : 'none',
    written: byId('sounds').value === 'written',
    chords: isOn('with-chords'),
    fromBar: bars?.from,
    toBar: bars?.to,
    ...more,
  });
  const made = (part, tempo, more) => {
    const line = timeline(part, options(tempo, part, more));
    const heard = (event) => (event.type !== 'note' && event.type !== 'chord') || (byId('with-notes').checked && !playing?.alone);
    return { ...line, events: line.events.filter((event) => (playing?.alone ? event.type !== 'note' && event.type !== 'chord' && event.type !== 'pitch' : heard(event))) };
  };
  const again = () => made(playing.part, playing.bpm, { pitch: false, countIn: false });

  const stop = () => {
    clearInterval(timer);
    cancelAnimationFrame(frame);
    voice?.silence();
    playing = null;
    mark();
    say('');
    show();
  };

  const give = (event, at) => {
    if (event.type === 'note') {
      voice.note(event.midi, at, event.length, event.tongued, event.joins, event.loudness);
      if (event.note !== undefined) { // a grace note has no place of its own
        playing.marks.push({ at, note: event.note });
      }
    } else if (event.type === 'chord') {
      voice.chord(event.held, at, event.length);
    } else if (event.type === 'pitch') {
      voice.note(event.midi, at, event.length, true, false);
    } else {
      voice.click(at, event.strong, event.type === 'breath');
      if (event.type === 'breath') {
        playing.marks.push({ at, says: foot.dataset.breathe });
      }
    }
  };

  const loops = () => isOn('with-loop') || Boolean(playing?.alone);

  const schedule = () => {
    const until = context.currentTime + AHEAD;
    while (playing) {
      if (playing.next >= playing.line.events.length) {
        if (!loops()) {
          if (context.currentTime > playing.start + playing.line.end + 0.3) {
            stop();
          }
          return;
        }
        if (playing.start + playing.line.end > until) {
          return;
        }
        playing.start += playing.line.end;
        playing.round += 1;
        playing.line = again();
        playing.next = 0;
        if (playing.line.events.length === 0) {
          stop();
          return;
        }
        if (playing.round >= TIRING && !playing.alone) {
          playing.marks.push({ at: playing.start, says: foot.dataset.rest });
        }
        continue;
      }
      const event = playing.line.events[playing.next];
      if (playing.start + event.at > until) {
        return;
      }
      give(event, playing.start + event.at);
      playing.next += 1;
    }
  };

  const follow = () => {
    if (!playing) {
      return;
    }
    while (playing.marks.length > 0 && playing.marks[0].at <= context.currentTime) {
      const { note, says } = playing.marks.shift();
      if (note !== undefined) {
        mark(note);
      }
      if (says !== undefined) {
        say(says);
      } else if (note !== undefined && playing.round < TIRING) {
        say('');
      }
    }
    frame = requestAnimationFrame(follow);
  };

  /** Goes on from the same place of the music with what is asked for now: another tempo, click, chords. */
  const anew = (tempo) => {
    if (!playing) {
      return;
    }
    const now = context.currentTime + AHEAD;
    const inMusic = now - playing.start - playing.line.begin;
    const ratio = playing.bpm / tempo;
    playing.bpm = tempo;
    if (inMusic < 0) {
      return; // still counting in: it holds from the next time round
    }
    const line = again();
    playing.start = now - inMusic * ratio;
    playing.line = line;
    playing.next = line.events.findIndex((event) => playing.start + event.at >= now - 0.001);
    if (playing.next < 0) {
      playing.next = line.events.length;
    }
  };

  const fetched = async () => {
    const answer = await fetch(`/desk/part.json?one=1&${query()}`);
    return answer.ok ? answer.json() : null;
  };

  const begin = async (alone) => {
    stop();
    context ??= new AudioContext();
    await context.resume();
    voice ??= openVoice(context);
    const part = await fetched().catch(() => null);
    if (!part || (part.untimed && alone)) {
      say(foot.dataset.cannot);
      return;
    }
    playing = { part, alone, bpm: tempoIsOwn ? bpm() : part.tempo.bpm, round: 0, next: 0, start: context.currentTime + 0.12, marks: [], line: null };
    byId('bpm').value = String(playing.bpm);
    playing.line = made(part, playing.bpm, alone ? { pitch: false, countIn: false } : {});
    if (playing.line.events.length === 0) {
      playing = null;
      say(foot.dataset.noBars);
      return;
    }
    show();
    schedule();
    timer = setInterval(() => playing && schedule(), EVERY);
    frame = requestAnimationFrame(follow);
  };

  /** Another study stands on the page: it begins with the next bar, in the same tempo. */
  const follows = async () => {
    if (!playing) {
      return;
    }
    const part = await fetched().catch(() => null);
    if (!playing || !part) {
      return;
    }
    const now = context.currentTime + AHEAD;
    const strong = playing.line.events.filter((event) => event.strong && event.type === 'click').map((event) => playing.start + event.at);
    const bar = strong.find((at) => at >= now) ?? Math.max(now, playing.start + playing.line.end);
    playing.line.events = playing.line.events.filter((event, i) => i < playing.next || playing.start + event.at < bar - 0.001);
    playing.line.end = bar - playing.start;
    playing.part = part;
    if (!tempoIsOwn) {
      playing.bpm = part.tempo.bpm;
      byId('bpm').value = String(part.tempo.bpm);
    }
    if (!loops()) {
      // Once more from the beginning of the new one, and then it ends.
      const line = again();
      const shift = playing.line.end;
      playing.line = { begin: playing.line.begin, end: shift + line.end, events: [...playing.line.events, ...line.events.map((event) => ({ ...event, at: event.at + shift }))] };
    }
    playing.marks = playing.marks.filter((one) => one.at < bar);
  };

  const loop = (chosen, play = false) => {
    bars = chosen;
    byId('from-bar').value = chosen ? String(chosen.from) : '';
    byId('to-bar').value = chosen ? String(chosen.to) : '';
    press('with-loop', true);
    byId('with-loop').textContent = chosen ? `${foot.dataset.loop} ${chosen.from === chosen.to ? chosen.from : `${chosen.from}–${chosen.to}`}` : foot.dataset.loop;
    document.dispatchEvent(new CustomEvent('desk:looped', { detail: chosen }));
    if (playing) {
      begin(false);
    } else if (play) {
      begin(false);
    }
  };
  const unloop = () => {
    bars = null;
    press('with-loop', false);
    byId('with-loop').textContent = foot.dataset.loop;
    byId('from-bar').value = '';
    byId('to-bar').value = '';
    document.dispatchEvent(new CustomEvent('desk:looped', { detail: null }));
  };

  document.addEventListener('desk:loop', (event) => loop(event.detail));
  document.addEventListener('click', (event) => {
    if (event.target.closest('#play')) {
      if (playing && !playing.alone) {
        stop();
      } else {
        begin(false);
      }
    } else if (event.target.closest('#click-alone')) {
      if (playing?.alone) {
        stop();
      } else {
        begin(true);
      }
    } else if (event.target.closest('#with-loop')) {
      if (isOn('with-loop')) {
        unloop();
      } else {
        press('with-loop', true);
      }
    } else if (event.target.closest('#with-click, #with-chords')) {
      const { id } = event.target.closest('button');
      press(id, !isOn(id));
      anew(playing?.bpm);
    }
    const step = event.target.closest('[data-tempo]');
    if (step) {
      byId('bpm').value = String(Math.min(FASTEST, Math.max(SLOWEST, bpm() + Number(step.dataset.tempo))));
      tempoIsOwn = true;
      anew(bpm());
    }
    const spot = event.target.closest('[data-loop-from]');
    if (spot) {
      loop({ from: Number(spot.dataset.loopFrom), to: Number(spot.dataset.loopTo) }, true);
    }
  });
  foot.addEventListener('change', (event) => {
    if (event.target.id === 'bpm') {
      tempoIsOwn = event.target.value.trim() !== '';
      byId('bpm').value = String(bpm());
      anew(bpm());
    } else if (event.target.id === 'from-bar' || event.target.id === 'to-bar') {
      const from = Number(byId('from-bar').value) || 1;
      const to = Number(byId('to-bar').value) || from;
      loop({ from: Math.min(from, to), to: Math.max(from, to) });
    } else if (playing) {
      anew(playing.bpm);
    }
  });
  // What is drawn anew is another study: it goes on with that. Bars chosen in the one before are let go.
  document.addEventListener('htmx:afterSettle', (event) => {
    if (event.target.id !== 'desk-main') {
      return;
    }
    if (bars && !document.querySelector(`.note-region[data-bar="${bars.to}"]`)) {
      unloop();
      press('with-loop', true);
    } else {
      document.dispatchEvent(new CustomEvent('desk:looped', { detail: bars }));
    }
    if (playing) {
      follows();
    } else if (!tempoIsOwn) {
      const printed = document.getElementById('page')?.dataset.bpm;
      if (printed) {
        byId('bpm').value = printed;
      }
    }
  });
  show();
}

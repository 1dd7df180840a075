// Plays the study on the page: starting pitch, count-in, click, the sounding note marked, bars or a hard change in a loop.
import { timeline } from './timeline.js';
import { openVoice } from './voice.js';

/** Seconds of music that are handed to the audio clock ahead of time, and how often that is done. */
const AHEAD = 0.25;
const EVERY = 60;
/** Times round after which a player is reminded to rest. */
const TIRING = 4;

export function startSound() {
  let context;
  let voice;
  let timer;
  let frame;
  let playing = null;

  const bar = () => document.getElementById('player-bar');
  const field = (name) => bar()?.querySelector(`[name="${name}"]`);
  const say = (text) => {
    const status = document.getElementById('sound-status');
    if (status) {
      status.textContent = text;
    }
  };
  const mark = (index) => {
    document.querySelectorAll('.note-region.sounding').forEach((one) => one.classList.remove('sounding'));
    if (index !== undefined) {
      document.querySelector(`.note-region[data-note="${index}"]`)?.classList.add('sounding');
    }
  };
  const show = () => {
    const button = document.getElementById('play');
    if (button) {
      button.setAttribute('aria-pressed', String(Boolean(playing)));
      button.querySelector('span').textContent = playing ? 'Stop' : 'Play';
    }
  };

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
      voice.note(event.midi, at, event.length, event.tongued, event.joins);
      playing.marks.push({ at, note: event.note });
    } else if (event.type === 'chord') {
      voice.chord(event.held, at, event.length);
    } else if (event.type === 'pitch') {
      voice.note(event.midi, at, event.length, true, false);
    } else {
      voice.click(at, event.strong, event.type === 'breath');
      if (event.type === 'breath') {
        playing.marks.push({ at, says: 'breathe' });
      }
    }
  };

  const schedule = () => {
    const until = context.currentTime + AHEAD;
    for (;;) {
      const line = playing.lines[playing.round === 0 ? 0 : 1];
      if (playing.next >= line.events.length) {
        if (!playing.loops) {
          if (context.currentTime > playing.start + line.end + 0.3) {
            stop();
          }
          return;
        }
        playing.start += line.end;
        playing.round += 1;
        if (playing.round >= TIRING) {
          playing.marks.push({ at: playing.start, says: 'Rest about as long as you play; stop when it hurts.' });
        }
        playing.next = 0;
        if (playing.start > until) {
          return;
        }
        continue;
      }
      const event = line.events[playing.next];
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
      if (says !== undefined || note !== undefined) {
        say(says ?? (playing.round >= TIRING ? document.getElementById('sound-status').textContent : ''));
      }
    }
    frame = requestAnimationFrame(follow);
  };

  const play = async (bars) => {
    stop();
    context ??= new AudioContext();
    await context.resume();
    voice ??= openVoice(context);
    const query = document.getElementById('page').dataset.query;
    const answer = await fetch(`/desk/part.json?one=1&${query}`);
    if (!answer.ok) {
      say('This cannot be played.');
      return;
    }
    const part = await answer.json();
    const typed = Number(field('bpm').value);
    const options = {
      bpm: typed >= 10 && typed <= 400 ? typed : part.tempo.bpm,
      pitch: field('pitch').checked,
      countIn: field('count').checked,
      click: field('click').value,
      written: field('sounds').value === 'written',
      chords: field('chords')?.checked ?? false,
      fromBar: bars?.from ?? (Number(field('from').value) || 1),
      toBar: bars?.to ?? (Number(field('to').value) || undefined),
    };
    const first = timeline(part, options);
    if (first.events.length === 0) {
      say('There are no such bars.');
      return;
    }
    const again = timeline(part, { ...options, pitch: false, countIn: false });
    playing = { lines: [first, again], round: 0, next: 0, start: context.currentTime + 0.12, marks: [], loops: Boolean(bars) || field('loop').checked };
    show();
    schedule();
    timer = setInterval(() => playing && schedule(), EVERY);
    frame = requestAnimationFrame(follow);
  };

  document.addEventListener('click', (event) => {
    if (event.target.closest('#play')) {
      if (playing) {
        stop();
      } else {
        play();
      }
    }
    const loop = event.target.closest('[data-loop-from]');
    if (loop) {
      play({ from: Number(loop.dataset.loopFrom), to: Number(loop.dataset.loopTo) });
    }
  });
  // What is drawn anew is another study.
  document.addEventListener('htmx:beforeSwap', (event) => {
    if (event.detail.target?.id === 'desk-main' && playing) {
      stop();
    }
  });
}

// Plays a program on the audio clock, and tells what is to be seen when it is heard: beat and click come from one clock.

/** Seconds of a program that are handed to the audio clock ahead of time: a page that is not looked at is asked only once a second. */
const AHEAD = 2;
const EVERY = 200;
/** Seconds before the first beat. */
const BEFORE = 0.12;

/**
 * @param {AudioContext} context
 * @param {object} voice of desk/voice.js
 * @param {(event: object, late: number) => void} show called when an event is heard; late: seconds since it should have been seen
 */
export function conductor(context, voice, show) {
  let running = null;
  let timer;
  let frame;
  // What is scheduled now leaves the loudspeaker a little later.
  const heard = () => context.currentTime - (context.outputLatency || context.baseLatency || 0);

  const give = (event, at) => {
    if (event.type === 'beat' && running.clicks) {
      voice.click(at, event.strong, event.breath, document.getElementById('stand')?.dataset.noise === '1');
    } else if (event.type === 'note') {
      voice.note(event.midi, at, event.length, event.tongued, event.joins, event.loudness);
    }
  };
  const schedule = () => {
    const until = context.currentTime + AHEAD;
    while (running && running.given < running.events.length && running.start + running.events[running.given].at <= until) {
      const event = running.events[running.given];
      give(event, running.start + event.at);
      running.given += 1;
    }
  };
  const follow = () => {
    if (!running) {
      return;
    }
    const now = heard();
    while (running && running.shown < running.events.length && running.start + running.events[running.shown].at <= now) {
      const event = running.events[running.shown];
      running.shown += 1;
      show(event, now - running.start - event.at);
    }
    if (running && now >= running.start + running.end) {
      const { done } = running;
      stop();
      done();
      return;
    }
    frame = requestAnimationFrame(follow);
  };
  // A hidden page draws no frames, and has to come to its end all the same.
  const keepOn = () => {
    schedule();
    if (document.hidden) {
      cancelAnimationFrame(frame);
      follow();
    }
  };
  function stop() {
    clearInterval(timer);
    cancelAnimationFrame(frame);
    running = null;
    voice.silence();
  }
  return {
    stop,
    isRunning: () => running !== null,
    /** @param {{events: object[], end: number}} program @param {boolean} clicks whether beats are heard @param {() => void} done @returns {number} when it begins, on the audio clock */
    play(program, clicks, done) {
      stop();
      running = { ...program, clicks, done, start: context.currentTime + BEFORE, given: 0, shown: 0 };
      schedule();
      timer = setInterval(keepOn, EVERY);
      frame = requestAnimationFrame(follow);
      return running.start;
    },
  };
}

// An even, soft wind-like tone and a click, made by the browser's own oscillators. Times are the audio clock's.

const partials = [0, 1, 0.42, 0.5, 0.18, 0.2, 0.07, 0.06, 0.02];

/** A twentieth of a second without pitch. */
function whiteNoise(context) {
  const buffer = context.createBuffer(1, Math.ceil(context.sampleRate / 20), context.sampleRate);
  const samples = buffer.getChannelData(0);
  for (let k = 0; k < samples.length; k += 1) {
    samples[k] = 2 * Math.random() - 1;
  }
  return buffer;
}

/** How loud a note is of which nothing is said, as MIDI has velocities: mf. */
const USUAL = 84;

export function openVoice(context) {
  let noise;
  const out = context.createGain();
  out.gain.value = 0.5;
  const softener = context.createBiquadFilter();
  softener.type = 'lowpass';
  softener.frequency.value = 3200;
  softener.connect(out);
  const evener = context.createDynamicsCompressor();
  out.connect(evener);
  evener.connect(context.destination);
  const wave = context.createPeriodicWave(new Float32Array(partials.length), Float32Array.from(partials));
  const sounding = new Set();

  const play = (node, at, until) => {
    node.start(at);
    node.stop(until);
    sounding.add(node);
    node.onended = () => sounding.delete(node);
  };

  return {
    /** How loud everything is: 1 is one part alone. @param {number} share */
    volume(share) {
      out.gain.value = 0.5 * share;
    },
    /**
     * @param {number} midi
     * @param {number} at
     * @param {number} length seconds
     * @param {boolean} tongued
     * @param {boolean} joins whether the next note is slurred to it
     * @param {number} [loudness] as MIDI has velocities
     */
    note(midi, at, length, tongued, joins, loudness = USUAL) {
      const tone = context.createOscillator();
      tone.setPeriodicWave(wave);
      tone.frequency.value = 440 * 2 ** ((midi - 69) / 12);
      const envelope = context.createGain();
      // Low tones carry less; high ones are held back.
      const loud = 0.3 * Math.min(1.25, Math.max(0.55, 1 + (60 - midi) / 70)) * (loudness / USUAL) ** 2;
      const attack = tongued ? 0.018 : 0.035;
      const release = joins ? 0.03 : 0.06;
      const stop = Math.max(at + attack + 0.01, at + length);
      envelope.gain.setValueAtTime(0, at);
      envelope.gain.linearRampToValueAtTime(loud * (tongued ? 1.12 : 0.95), at + attack);
      envelope.gain.setTargetAtTime(loud * 0.9, at + attack, 0.08);
      envelope.gain.setTargetAtTime(0, stop - (joins ? 0 : 0.02), release / 3);
      tone.connect(envelope);
      envelope.connect(softener);
      play(tone, at, stop + release * 2);
    },
    /** A chord held softly under the study. @param {number[]} held MIDI numbers @param {number} at @param {number} length seconds */
    chord(held, at, length) {
      for (const midi of held) {
        const tone = context.createOscillator();
        tone.type = 'triangle';
        tone.frequency.value = 440 * 2 ** ((midi - 69) / 12);
        const envelope = context.createGain();
        envelope.gain.setValueAtTime(0, at);
        envelope.gain.linearRampToValueAtTime(0.045, at + 0.05);
        envelope.gain.setTargetAtTime(0, Math.max(at + 0.06, at + length - 0.08), 0.04);
        tone.connect(envelope);
        envelope.connect(softener);
        play(tone, at, at + length + 0.2);
      }
    },
    /** @param {boolean} [asNoise] a burst without pitch, for when somebody listens for pitches */
    click(at, strong, breath, asNoise = false) {
      if (asNoise) {
        const burst = context.createBufferSource();
        noise ??= whiteNoise(context);
        burst.buffer = noise;
        const quick = context.createGain();
        quick.gain.setValueAtTime(strong ? 0.2 : 0.13, at);
        quick.gain.exponentialRampToValueAtTime(0.001, at + 0.03);
        burst.connect(quick);
        quick.connect(context.destination);
        play(burst, at, at + 0.04);
        return;
      }
      const tone = context.createOscillator();
      tone.type = 'triangle';
      tone.frequency.value = breath ? 660 : strong ? 1760 : 1320;
      const envelope = context.createGain();
      envelope.gain.setValueAtTime(strong ? 0.15 : 0.1, at);
      envelope.gain.exponentialRampToValueAtTime(0.001, at + (breath ? 0.14 : 0.05));
      tone.connect(envelope);
      // Straight out: what evens the tones looks ahead, and would hold the click back by some milliseconds.
      envelope.connect(context.destination);
      play(tone, at, at + 0.2);
    },
    silence() {
      sounding.forEach((node) => {
        try {
          node.stop();
        } catch {
          // it has not begun yet, and now never will
          node.disconnect();
        }
      });
      sounding.clear();
    },
  };
}

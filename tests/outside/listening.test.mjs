// What is heard, checked against arithmetic and against a reader of MIDI that is not ours (@tonejs/midi).
import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { test } from 'node:test';
import { fileURLToPath } from 'node:url';
import toneMidi from '@tonejs/midi';
import { windowFor } from '../../assets/stand/listening/ear.js';
import { Ear } from '../../assets/stand/listening/worker.js';

const root = path.dirname(path.dirname(path.dirname(fileURLToPath(import.meta.url))));
const RATE = 48000;

/** A tone with the partials of a reed or of brass: their frequencies are whole multiples, so its pitch is known. */
function tone(hz, partials, seconds = 0.3) {
  return Float32Array.from({ length: RATE * seconds }, (_, k) => 0.3 * partials.reduce((sum, weight, n) => sum + weight * Math.sin((2 * Math.PI * hz * (n + 1) * k) / RATE + n), 0));
}

test('every half step of every instrument is heard within five cents, below 80 hertz within ten', () => {
  const kinds = { flute: [1, 0.3, 0.1], clarinet: [1, 0.05, 0.6, 0.05, 0.3], brass: [0.6, 1, 0.8, 0.6, 0.4, 0.2], oboe: [0.5, 1, 1, 0.7, 0.4, 0.3] };
  for (const [kind, partials] of Object.entries(kinds)) {
    for (let midi = 28; midi <= 96; midi += 1) {
      const hz = 440 * 2 ** ((midi - 69) / 12);
      const ear = new Ear(RATE, windowFor(hz));
      const samples = tone(hz, partials);
      const heard = [];
      for (let at = 512; at <= samples.length; at += 512) {
        const frame = ear.take(samples.slice(at - 512, at), at);
        if (frame) {
          heard.push(frame);
        }
      }
      const steady = heard.slice(2, -2);
      for (const [, found, clarity] of steady) {
        assert.ok(clarity >= 0.8, `${kind} ${midi}: clarity ${clarity}`);
        const cents = 1200 * Math.log2(found / hz);
        assert.ok(Math.abs(cents) < (hz < 80 ? 10 : 5), `${kind} ${midi}: ${cents} cents`);
      }
    }
  }
});

test('times are counted from the samples: a tone that begins at a sample is heard there', () => {
  for (const [hz, begin] of [[440, 24000], [220, 30000], [130, 36000]]) {
    const window = windowFor(hz);
    const ear = new Ear(RATE, window);
    const samples = new Float32Array(RATE);
    samples.set(tone(hz, [1, 0.5, 0.2], 0.25), begin);
    let first = null;
    for (let at = 512; at <= samples.length; at += 512) {
      const frame = ear.take(samples.slice(at - 512, at), at);
      if (frame && frame[3] > -30 && first === null) {
        first = frame[0];
      }
    }
    assert.ok(Math.abs(first - (1000 * begin) / RATE) < 15, `${hz}: ${first}`);
  }
});

test('a MIDI file is read in the times in which another reader has it', () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'heard-'));
  const run = (...args) => execFileSync('php', [path.join(root, 'bin/console'), ...args], { maxBuffer: 64e6 }).toString();
  for (const [line, id] of [['concert F major, eighths, quarter = 72', 'trumpet-bb'], ['concert Bb major, 2 octaves, triplets, quarter = 90', 'clarinet-bb'], ['concert C major, long ends, half = 50', 'trombone']]) {
    const file = path.join(folder, `${id}.mid`);
    run('study:show', line, `--for=${id}`, '--format=midi', `--output=${file}`);
    const take = JSON.parse(run('listen:judge', line, file, '--midi', `--for=${id}`));
    const theirs = new toneMidi.Midi(readFileSync(file)).tracks.flatMap((track) => track.notes).sort((a, b) => a.time - b.time);
    assert.equal(take.notes.length, theirs.length);
    theirs.forEach((note, i) => {
      assert.ok(Math.abs(take.notes[i].onset_ms - 1000 * note.time) < 1, `${line}: note ${i}`);
      assert.equal(take.notes[i].verdict, 'right');
    });
  }
  rmSync(folder, { recursive: true });
});

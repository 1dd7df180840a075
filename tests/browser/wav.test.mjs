// The sound file that is taken home: its head says what it holds, and its samples are those of the sound.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { toWav } from '../../assets/packets/wav.js';

test('a WAV file of one channel and sixteen bits', async () => {
  const samples = Float32Array.from([0, 0.5, -0.5, 1, -1, 2, -2]);
  const file = toWav({ sampleRate: 44100, getChannelData: () => samples });
  assert.equal(file.type, 'audio/wav');
  const bytes = Buffer.from(await file.arrayBuffer());
  assert.equal(bytes.length, 44 + 2 * samples.length);
  assert.equal(bytes.subarray(0, 4).toString(), 'RIFF');
  assert.equal(bytes.readUInt32LE(4), bytes.length - 8);
  assert.equal(bytes.subarray(8, 16).toString(), 'WAVEfmt ');
  // Source: Microsoft's Multimedia Programming Interface 1.0, "WAVE": PCM, channels, rate, bytes a second, bytes a frame, bits.
  assert.deepEqual([bytes.readUInt16LE(20), bytes.readUInt16LE(22), bytes.readUInt32LE(24), bytes.readUInt32LE(28), bytes.readUInt16LE(32), bytes.readUInt16LE(34)], [1, 1, 44100, 88200, 2, 16]);
  assert.equal(bytes.readUInt32LE(40), 2 * samples.length);
  const read = Array.from(samples, (_, i) => bytes.readInt16LE(44 + 2 * i));
  assert.ok(Math.abs(read[1] - 16384) <= 1 && Math.abs(read[2] + 16384) <= 1);
  // What is too loud is as loud as can be, and does not turn round.
  assert.deepEqual(read.slice(3), [32767, -32767, 32767, -32767]);
});

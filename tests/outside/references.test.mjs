// Holds the core against libraries that know nothing of it: tonal (spelling, signatures, intervals), @tonejs/midi (our
// MIDI files read back) and Verovio (our MusicXML played).
import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import path from 'node:path';
import test from 'node:test';
import { fileURLToPath } from 'node:url';
import midiReader from '@tonejs/midi';
import { Chord, Interval, Key, Note, Scale } from 'tonal';
import { openEngraver } from '../../engraver/engrave.mjs';

const here = path.dirname(fileURLToPath(import.meta.url));
const data = JSON.parse(execFileSync('php', [path.join(here, 'dump.php')], { maxBuffer: 1 << 28 }));

// Our names on the left, tonal's on the right. Blues, bebop and the rest are its scale types; arpeggios its chords.
const scaleNames = {
  major: 'major', 'natural minor': 'minor', 'harmonic minor': 'harmonic minor', 'melodic minor': 'melodic minor', 'melodic minor jazz': 'melodic minor',
  ionian: 'ionian', dorian: 'dorian', phrygian: 'phrygian', lydian: 'lydian', mixolydian: 'mixolydian', aeolian: 'aeolian', locrian: 'locrian',
  'major pentatonic': 'major pentatonic', 'minor pentatonic': 'minor pentatonic', blues: 'blues', bebop: 'bebop',
  'diminished half-whole': 'half-whole diminished', 'diminished whole-half': 'whole-half diminished', altered: 'altered', 'whole tone': 'whole tone',
};
const chordNames = {
  arpeggio: 'M', triad: 'M', 'minor arpeggio': 'm', 'minor triad': 'm', 'augmented arpeggio': 'aug', 'augmented triad': 'aug', 'diminished arpeggio': 'dim', 'diminished triad': 'dim',
  'major seventh arpeggio': 'maj7', 'dominant seventh arpeggio': '7', 'minor seventh arpeggio': 'm7', 'half-diminished arpeggio': 'm7b5', 'diminished seventh arpeggio': 'dim7',
};
// Where tonal follows another custom of spelling, the sounds are compared: it writes the altered scale's b4 as 3 and b5 as
// #4 or so, the half-whole scale by flats, the whole-tone scale's #6 as b7.
const bySoundOnly = new Set(['altered', 'diminished half-whole', 'diminished whole-half', 'whole tone', 'chromatic']);
const withoutOctave = (name) => name.replace(/-?\d+$/, '');

test('every scale and arpeggio is spelled as tonal spells it, on all fifteen signatures', () => {
  let compared = 0;
  for (const { tonic, name, notes } of data.scales) {
    const theirs = scaleNames[name] ? Scale.get(`${tonic} ${scaleNames[name]}`).notes : chordNames[name] ? Chord.getChord(chordNames[name], tonic).notes : null;
    if (!theirs || theirs.length === 0) {
      continue;
    }
    const ours = notes.map(withoutOctave);
    const tripled = theirs.some((note) => /#{3}|b{3}/.test(note));
    if (bySoundOnly.has(name) || tripled) {
      assert.deepEqual(ours.map(Note.chroma), theirs.map(Note.chroma), `${tonic} ${name}`);
    } else {
      assert.deepEqual(ours, theirs, `${tonic} ${name}`);
    }
    compared += 1;
  }
  assert.equal(compared, 15 * (Object.keys(scaleNames).length + Object.keys(chordNames).length));
});

test('a pair of triads has the notes of both chords, and is refused where they share one', () => {
  for (const { tonic, other, shared, notes } of data.pairs) {
    const [one, two] = [Chord.get(`${tonic}M`).notes, Chord.get(/[a-z]+$/.test(other.slice(1).replace(/^[#b]/, '')) ? other : `${other}M`).notes];
    const common = one.filter((note) => two.some((theirs) => Note.chroma(theirs) === Note.chroma(note)));
    assert.equal(common.length > 0, shared, `${tonic} and ${other}`);
    if (!shared) {
      assert.deepEqual(notes.filter((_, i) => i % 2 === 0).sort(), [...one].sort(), `${tonic} of ${tonic} and ${other}`);
      assert.deepEqual(notes.filter((_, i) => i % 2 === 1).sort(), [...two].sort(), `${other} of ${tonic} and ${other}`);
    }
  }
});

// Chord symbols where tonal's name is another: ours on the left.
const symbols = { '': 'M', 'ø': 'm7b5', 'm(maj7)': 'mMaj7', 'maj7b5': 'maj7b5', '7alt': '7alt' };

test('chord symbols have the notes that tonal gives them', () => {
  let compared = 0;
  for (const { text, held } of data.qualities) {
    const theirs = Chord.get(`C${symbols[text] ?? text}`).notes.map(Note.chroma);
    if (theirs.length === 0 || text === '7alt') {
      continue; // of an altered chord every book holds other notes
    }
    // What may be left out of a large chord is its fifth and what lies under its highest note.
    assert.ok(held.every((chroma) => theirs.includes(chroma)), `${text}: ${held} of ${theirs}`);
    if (theirs.length <= 5) {
      assert.deepEqual([...held].sort(), [...theirs].sort(), text);
    }
    compared += 1;
  }
  assert.ok(compared >= 24, String(compared));
});

test('numerals are the seventh chords of the key, each with its notes of the key', () => {
  const plain = (name) => name.replace('ø', 'm7b5');
  for (const { tonic, mode, chords } of data.numerals) {
    const major = Key.majorKey(tonic);
    const minor = Key.minorKey(tonic);
    // In minor the dominant has its leading note.
    const theirs = mode === 'major' ? major.chords : minor.natural.chords.map((chord, k) => (k === 4 ? minor.harmonic.chords[4] : chord));
    assert.deepEqual(chords.map(({ chord }) => plain(chord)), [...theirs], `${tonic} ${mode}`);
    chords.forEach(({ root, scale }, k) => {
      const key = mode === 'major' ? major.scale : k === 4 ? minor.harmonic.scale : minor.natural.scale;
      const at = key.indexOf(root);
      assert.deepEqual(scale, [...key.slice(at), ...key.slice(0, at)], `${tonic} ${mode}: ${root}`);
    });
  }
});

test('the chromatic scale has each of the twelve sounds once', () => {
  for (const { notes } of data.scales.filter(({ name }) => name === 'chromatic')) {
    assert.deepEqual(notes.map((note) => Note.midi(note) - Note.midi(notes[0])), [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11]);
  }
});

test('written keys are the concert keys carried by the spelled interval, with the signature tonal gives them', () => {
  for (const { concert, instrument, halfSteps, letters, written, fifths, respelled, transposed } of data.keys) {
    const where = `concert ${concert} for ${instrument}`;
    const up = Interval.fromSemitones(0) && Note.transpose(`${concert}5`, intervalName(letters, halfSteps));
    assert.equal(transposed, withoutOctave(up), where);
    assert.equal(Note.chroma(written), Note.chroma(up), where);
    assert.equal(Key.majorKey(written).alteration, fifths, where);
    if (!respelled) {
      assert.equal(written, withoutOctave(up), where);
    }
  }
});

function intervalName(letters, halfSteps) {
  const sign = halfSteps < 0 ? -1 : 1;
  const number = sign * letters + 1;
  const simple = Interval.get(['1P', '2M', '3M', '4P', '5P', '6M', '7M'][(number - 1) % 7]).semitones + 12 * Math.floor((number - 1) / 7);
  const shift = sign * halfSteps - simple;
  const perfect = [0, 3, 4].includes((number - 1) % 7);
  return `${sign < 0 ? '-' : ''}${number}${shift === 0 ? (perfect ? 'P' : 'M') : 'm'}`;
}

test('@tonejs/midi reads our MIDI files: pitches, onsets, tempo, time', () => {
  for (const part of data.parts) {
    const midi = new midiReader.Midi(Buffer.from(part.midi, 'base64'));
    const where = `${part.line} for ${part.instrument}`;
    const notes = midi.tracks.flatMap((track) => track.notes);
    assert.deepEqual(notes.map((note) => note.midi), part.notes.map((note) => note.midi), where);
    assert.deepEqual(notes.map((note) => note.ticks), part.notes.map((note) => note.onset), where);
    assert.ok(Math.abs(midi.header.tempos[0].bpm - part.bpm) < 0.01, where);
    // A pick-up has a short bar of its own before the time that holds.
    assert.equal(midi.header.timeSignatures.at(-1).timeSignature.join('/'), part.time, where);
    notes.forEach((note, i) => assert.ok(note.durationTicks > 0 && note.durationTicks <= part.notes[i].length, where));
  }
});

test('Verovio plays our MusicXML as our MIDI files play', async () => {
  const engraver = await openEngraver();
  for (const part of data.parts) {
    const where = `${part.line} for ${part.instrument}`;
    const midi = new midiReader.Midi(Buffer.from(engraver.midi(part.musicxml), 'base64'));
    const notes = midi.tracks.flatMap((track) => track.notes).sort((a, b) => a.ticks - b.ticks);
    // Verovio sounds tied notes as one; its ticks are its own, so onsets are compared in quarters.
    assert.deepEqual(notes.map((note) => note.midi), part.notes.map((note) => note.midi), where);
    // A pick-up begins Verovio's piece as it begins ours.
    notes.forEach((note, i) => assert.ok(Math.abs(note.ticks / midi.header.ppq - part.notes[i].onset / 3360) < 0.02, `${where}: note ${i}`));
  }
});

test('a sheet is one file: read back it has every note of every study, in both formats', async () => {
  const engraver = await openEngraver();
  for (const sheet of data.sheets) {
    const ours = new midiReader.Midi(Buffer.from(sheet.midi, 'base64'));
    assert.deepEqual(ours.tracks.flatMap((track) => track.notes).map((note) => note.midi), sheet.notes, sheet.instrument);
    assert.ok(ours.header.tempos.some((tempo) => Math.abs(tempo.bpm - 120) < 0.01));
    const theirs = new midiReader.Midi(Buffer.from(engraver.midi(sheet.musicxml), 'base64'));
    const notes = theirs.tracks.flatMap((track) => track.notes).sort((a, b) => a.ticks - b.ticks);
    assert.deepEqual(notes.map((note) => note.midi), sheet.notes, `${sheet.instrument}, played by Verovio`);
    const mine = ours.tracks.flatMap((track) => track.notes);
    notes.forEach((note, i) => assert.ok(Math.abs(note.ticks / theirs.header.ppq - mine[i].ticks / ours.header.ppq) < 0.02, `${sheet.instrument}: the two files drift apart at note ${i}`));
  }
});

// Our MusicXML in another program: converted and compiled by LilyPond (musicxml2ly, lilypond; Debian's package), which must find
// nothing to complain of and play the same pitches at the same places; and read by Verovio.
import assert from 'node:assert/strict';
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { after, before, test } from 'node:test';
import midi from '@tonejs/midi';
import { openEngraver } from '../../engraver/engrave.mjs';

const root = path.resolve(import.meta.dirname ?? path.dirname(new URL(import.meta.url).pathname), '../..');
let folder;
let list;

before(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'swift-reed-readers-'));
  execFileSync('php', [path.join(root, 'tests/outside/exports.php'), folder]);
  list = JSON.parse(readFileSync(path.join(folder, 'list.json'), 'utf8'));
});
after(() => rmSync(folder, { recursive: true, force: true }));

test('a hundred and more exports are converted without a complaint', () => {
  assert.ok(list.length >= 100);
  for (const { file, line } of list) {
    const run = spawnSync('musicxml2ly', ['--midi', '-o', `${file}.ly`, `${file}.musicxml`], { cwd: folder, encoding: 'utf8' });
    assert.equal(run.status, 0, `${line}: ${run.stderr}`);
    assert.doesNotMatch(run.stderr, /warning|error/i, line);
  }
});

test('they compile, and sound the same pitches at the same places', () => {
  const run = spawnSync('lilypond', ['--loglevel=WARNING', '-dno-print-pages', '-dno-point-and-click', ...list.map(({ file }) => `${file}.ly`)], { cwd: folder, encoding: 'utf8', maxBuffer: 1 << 26 });
  assert.equal(run.status, 0, run.stderr);
  assert.doesNotMatch(run.stderr, /error/i);
  for (const { file, line, instrument, notes } of list) {
    const read = new midi.Midi(readFileSync(path.join(folder, `${file}.midi`)));
    // Chord symbols are on a track of their own, several notes at once.
    const single = (one) => one.notes.every((note, i) => i === 0 || note.ticks > one.notes[i - 1].ticks);
    const track = read.tracks.find((one) => one.notes.length === notes.length && single(one));
    assert.ok(track, `${line} for ${instrument}: no track has its ${notes.length} notes`);
    const whole = notes.findIndex(([, at]) => at !== null);
    const first = track.notes[whole].ticks - notes[whole][1] * read.header.ppq;
    track.notes.forEach((note, i) => {
      assert.equal(note.midi, notes[i][0], `${line} for ${instrument}, note ${i}`);
      const away = notes[i][1] === null ? 0 : Math.abs((note.ticks - first) / read.header.ppq - notes[i][1]);
      assert.ok(away < 0.01, `${line} for ${instrument}, place of note ${i}`);
    });
  }
});

test('fingerings arrive where they were asked for, and nowhere else', () => {
  for (const { file, line, fingerings } of list) {
    const xml = readFileSync(path.join(folder, `${file}.musicxml`), 'utf8');
    const numerals = [...xml.matchAll(/<fingering>([^<]*)<\/fingering>/g)].map((found) => found[1]);
    assert.ok(numerals.every((text) => /^\d$/.test(text)), `${line}: fingerings are numerals`);
    if (fingerings === 'none') {
      assert.equal(numerals.length, 0, line);
    }
    assert.doesNotMatch(xml, /<words\/>|<words><\/words>/, 'no empty words');
  }
});

test('Verovio reads every one of them with all its notes', async () => {
  const engraver = await openEngraver();
  for (const { file, line, written } of list) {
    const xml = readFileSync(path.join(folder, `${file}.musicxml`), 'utf8');
    const { pages } = engraver.engrave(xml, 20000);
    const heads = pages.join('').split('class="note"').length - 1;
    assert.equal(heads, xml.split('<note id=').length - 1, line);
    assert.ok(heads >= written, line);
  }
});

test('scores of a band are converted, and every part sounds what it sounds, in their reading and in our MIDI', () => {
  const scores = JSON.parse(readFileSync(path.join(folder, 'scores.json'), 'utf8'));
  assert.equal(scores.length, 6);
  for (const { file, lines, parts } of scores) {
    const where = lines.join('; ');
    const converted = spawnSync('musicxml2ly', ['--midi', '-o', `${file}.ly`, `${file}.musicxml`], { cwd: folder, encoding: 'utf8' });
    assert.equal(converted.status, 0, converted.stderr);
    assert.doesNotMatch(converted.stderr, /warning|error/i, where);
    const run = spawnSync('lilypond', ['--loglevel=WARNING', '-dno-print-pages', '-dno-point-and-click', `${file}.ly`], { cwd: folder, encoding: 'utf8', maxBuffer: 1 << 26 });
    assert.equal(run.status, 0, run.stderr);
    for (const name of [`${file}.midi`, `${file}.mid`]) {
      const tracks = new midi.Midi(readFileSync(path.join(folder, name))).tracks.filter((one) => one.notes.length > 0).map((one) => one.notes);
      assert.deepEqual(tracks.map((notes) => notes.map((note) => note.midi)), parts, `${where}: ${name}`);
      // The converter plays one part after the other; ours begin together.
      if (name.endsWith('.mid')) {
        assert.equal(new Set(tracks.map((notes) => notes[0].ticks)).size, 1, where);
      }
      // As long as the first from its own beginning, in either reading.
      const ends = tracks.map((notes) => notes.at(-1).ticks - notes[0].ticks);
      assert.equal(new Set(ends).size, 1, `${where}: ${name}`);
    }
  }
});

// Engraves one score from standard input to standard output, for when the service is not running.
// Usage: node engraver/once.mjs WIDTH [LABELS] < score.musicxml      or      node engraver/once.mjs midi < score.musicxml
import { openEngraver } from './engrave.mjs';

let musicXml = '';
for await (const chunk of process.stdin.setEncoding('utf8')) {
  musicXml += chunk;
}
const engraver = await openEngraver();
process.stdout.write(process.argv[2] === 'midi' ? engraver.midi(musicXml) : JSON.stringify(engraver.engrave(musicXml, Number(process.argv[2]), Number(process.argv[3] ?? 0))));

// Engraves our MusicXML, one system to a page, and takes the pages apart: the drawing, the glyphs it uses, and where
// every note head and the staff lie, so that rows can be set under the notes afterwards.
import createVerovioModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';

/** Units of the drawing to one staff space, as Verovio lays it out. */
export const UNITS_PER_SPACE = 180;
export const LIMIT = 4 * 1024 * 1024;

const options = {
  breaks: 'encoded',
  header: 'none',
  footer: 'none',
  adjustPageHeight: true,
  pageHeight: 2000,
  pageMarginLeft: 0,
  pageMarginRight: 0,
  pageMarginTop: 10,
  pageMarginBottom: 10,
  scale: 100,
  svgRemoveXlink: true,
  xmlIdSeed: 1,
  mnumInterval: 0,
  justifyVertically: false,
  minLastJustification: 0,
  spacingLinear: 0.35,
  spacingNonLinear: 0.45,
};

export async function openEngraver() {
  const toolkit = new VerovioToolkit(await createVerovioModule());
  return {
    version: toolkit.getVersion(),
    /** @param {string} musicXml @param {number} width of the page in units of the drawing */
    engrave(musicXml, width) {
      toolkit.setOptions({ ...options, pageWidth: Math.round(width / 10) });
      if (!toolkit.loadData(musicXml)) {
        throw new Error('the music could not be read');
      }
      const glyphs = {};
      const systems = [];
      for (let page = 1; page <= toolkit.getPageCount(); page += 1) {
        systems.push(takeApart(toolkit.renderToSVG(page), glyphs));
      }
      return { width, glyphs, systems };
    },
    /** The MIDI that Verovio itself makes of a score, in base64; the tests hold ours against it. */
    midi(musicXml) {
      toolkit.setOptions({ ...options, pageWidth: 2000 });
      toolkit.loadData(musicXml);
      return toolkit.renderToMIDI();
    },
  };
}

function takeApart(svg, glyphs) {
  const plain = svg.replace(/(["#])(E[0-9A-F]{3})-[a-z0-9]+"/g, '$1sr-$2"');
  for (const [, id, content] of plain.matchAll(/<symbol id="(sr-E[0-9A-F]{3})"[^>]*>\s*([\s\S]*?)\s*<\/symbol>/g)) {
    glyphs[id] = content;
  }
  const box = /<svg class="definition-scale"[^>]*viewBox="0 0 (\d+) (\d+)"/.exec(plain);
  const margin = /<g class="page-margin" transform="translate\((-?[\d.]+), (-?[\d.]+)\)">/.exec(plain);
  const [dx, dy] = [Number(margin[1]), Number(margin[2])];
  const body = plain.slice(margin.index, plain.lastIndexOf('</svg>', plain.lastIndexOf('</svg>') - 1))
    .replace(/>\s+</g, '><')
    .replace(/<g id="[^"]*" class="[^"]*Milestone(End)?( [^"]*)?" ?\/>/g, '')
    .replace(/<g id="[^"]*" class="mNum[^"]*">[\s\S]*?<\/g>/g, '')
    .replace(/ id="(?!n\d+t?\d*")[^"]*"/g, '')
    .replace(/height="720px" width="720px"/g, 'height="720" width="720"');
  const notes = {};
  for (const [, id, x, y] of body.matchAll(/<g id="(n\d+)" class="note">[\s\S]*?<use [^>]*?x="(-?[\d.]+)" y="(-?[\d.]+)"/g)) {
    notes[id] = [Number(x) + dx, Number(y) + dy];
  }
  const lines = [...body.matchAll(/<path d="M(-?\d+) (-?\d+) L(-?\d+) \2" stroke="currentColor" stroke-width="13" ?\/>/g)];
  const heights = lines.map((line) => Number(line[2]) + dy);
  return {
    width: Number(box[1]),
    height: Number(box[2]),
    top: Math.min(...heights),
    bottom: Math.max(...heights),
    right: Math.max(...lines.map((line) => Number(line[3]))) + dx,
    notes,
    body,
  };
}

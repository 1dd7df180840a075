// A page that is photocopied twice: each time blurred, and made black and white again. The three marks of movement,
// and what is down, up, half and ready, are still told apart.
//
// Source: the handbook, chapter 4, "Drawing them": marks of at least 1.2 mm, three shapes that a bad copy keeps apart.
import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { base, launch, quietPage } from './support.mjs';

let browser;
let page;
before(async () => {
  browser = await launch();
  ({ page } = await quietPage(browser));
});
after(() => browser?.close());

/** Dots to the inch of an office copier. */
const DPI = 300;
/** What its glass and drum smear, in millimetres (standard deviation): a line pair of 0.2 mm is just resolved. */
const SMEAR = 0.06;

/**
 * The signs of a legend as they lie in print, before and after two copies: black dots of each, as text.
 * @returns {Promise<{says: string, first: string, copied: string, width: number}[]>}
 */
const copied = (address) => page.goto(base + address, { waitUntil: 'networkidle' }).then(() => page.evaluate(async ({ dpi, smear }) => {
  const signs = [];
  const perUnit = dpi / 25.4 / 100; // a hundred units are a millimetre
  for (const sign of document.querySelectorAll('.legend .sign:has(svg)')) {
    const svg = sign.querySelector('svg').cloneNode(true);
    const [left, top, width, height] = svg.getAttribute('viewBox').split(/\s+/).map(Number);
    svg.setAttribute('width', width * perUnit);
    svg.setAttribute('height', height * perUnit);
    svg.setAttribute('viewBox', [left, top, width, height].join(' '));
    const image = new Image();
    image.src = `data:image/svg+xml,${encodeURIComponent(new XMLSerializer().serializeToString(svg))}`;
    await image.decode();
    const size = [Math.ceil(width * perUnit) + 8, Math.ceil(height * perUnit) + 8];
    const canvas = Object.assign(document.createElement('canvas'), { width: size[0], height: size[1] });
    const ink = canvas.getContext('2d', { willReadFrequently: true });
    const threshold = () => {
      const data = ink.getImageData(0, 0, ...size);
      let text = '';
      for (let k = 0; k < data.data.length; k += 4) {
        const black = data.data[k] < 128;
        text += black ? '#' : '.';
        data.data.fill(black ? 0 : 255, k, k + 3);
      }
      ink.putImageData(data, 0, 0);
      return text;
    };
    ink.fillStyle = '#fff';
    ink.fillRect(0, 0, ...size);
    ink.drawImage(image, 4, 4);
    const first = threshold();
    let last = first;
    for (let copy = 0; copy < 2; copy += 1) {
      const blurred = Object.assign(document.createElement('canvas'), { width: size[0], height: size[1] });
      const soft = blurred.getContext('2d');
      soft.fillStyle = '#fff';
      soft.fillRect(0, 0, ...size);
      soft.filter = `blur(${smear * dpi / 25.4}px)`;
      soft.drawImage(canvas, 0, 0);
      ink.drawImage(blurred, 0, 0);
      last = threshold();
    }
    signs.push({ says: sign.textContent.trim(), first, copied: last, width: size[0] });
  }
  return signs;
}, { dpi: DPI, smear: SMEAR }));

const black = (text) => [...text].filter((dot) => dot === '#').length;

/** Dots of a picture, about the middle of what is black in it. */
const dots = ({ width }, text) => {
  const all = [...text].flatMap((dot, k) => (dot === '#' ? [[k % width, Math.floor(k / width)]] : []));
  const middle = [0, 1].map((axis) => {
    const along = all.map((one) => one[axis]);
    return Math.round((Math.min(...along) + Math.max(...along)) / 2);
  });
  return new Set(all.map(([x, y]) => `${x - middle[0]} ${y - middle[1]}`));
};

/** How alike two pictures are: what both have, of what either has. */
const alike = (a, b) => [...a].filter((dot) => b.has(dot)).length / new Set([...a, ...b]).size;

const PAGES = [
  '/desk?line=own%20A%20major%2C%202%20octaves&for=clarinet-bb',
  '/desk?line=own%20C%20major&for=clarinet-bb&setup=ready-always&stage=first',
  '/desk?line=own%20C%20chromatic&for=bassoon',
  '/desk?line=own%20D%20major&for=trumpet-bb',
];

test('after two copies every sign is still itself and no other', async () => {
  let marks = 0;
  for (const address of PAGES) {
    const signs = (await copied(address)).filter(({ first }) => black(first) > 0);
    marks += signs.filter(({ says }) => /since|comes up|changes its key/.test(says)).length;
    assert.ok(signs.length > 2, address);
    for (const sign of signs) {
      assert.ok(black(sign.copied) > 0.4 * black(sign.first), `${address}: "${sign.says}" fades away`);
      assert.ok(black(sign.copied) < 1.6 * black(sign.first), `${address}: "${sign.says}" fills up`);
      const own = alike(dots(sign, sign.copied), dots(sign, sign.first));
      for (const other of signs.filter((one) => one !== sign)) {
        const foreign = alike(dots(sign, sign.copied), dots(other, other.first));
        const likeness = `${own.toFixed(2)} itself and ${foreign.toFixed(2)} "${other.says}"`;
        assert.ok(own > foreign + 0.1, `${address}: a copy of "${sign.says}" is ${likeness}`);
      }
    }
  }
  assert.ok(marks >= 9, `${marks} marks were copied`);
});

const { readFileSync } = require('node:fs');
const path = require('node:path');

/** What a browser loads first for a route, as the build wrote it down: the runtime, and the entries of page and layouts. */
function firstLoad(route) {
  const { rootMainFiles } = JSON.parse(readFileSync('.next/build-manifest.json', 'utf8'));
  const manifest = readFileSync(path.join('.next/server/app', `${route}_client-reference-manifest.js`), 'utf8');
  const json = JSON.parse(manifest.slice(manifest.indexOf('= {') + 2).replace(/;?\s*$/, ''));
  const files = new Set([...rootMainFiles, ...Object.values(json.entryJSFiles).flat()]);
  return [...files].map((f) => `.next/${f}`);
}

const limits = [
  ['Bench', 'page', '170 kB'],
  ['Packing run', 'consignments/[code]/pack/page', '190 kB'],
  ['New order', 'consignments/new/page', '200 kB'],
  ...['order', 'fast', 'bag', 'heat', 'box', 'send', 'receive', 'quarantine'].map((s) => [
    `Station ${s}`,
    `consignments/[code]/(stations)/${s}/page`,
    '210 kB',
  ]),
];

module.exports = limits.map(([name, route, limit]) => ({ name, path: firstLoad(route), limit, gzip: true }));

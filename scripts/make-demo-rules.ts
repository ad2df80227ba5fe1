/** Writes demo/house-rules.json anew: an office that is made up, with its logo. */
import { writeFileSync } from 'node:fs';
import { Resvg } from '@resvg/resvg-js';
import { rulesFile } from '@ample/core';

/** Three reeds bent by the wind over a line of water. */
const LOGO = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 60 30" width="240" height="120">
<g fill="none" stroke="#1d2a3a" stroke-linecap="round" stroke-width="2.6">
<path d="M12 24C13 15 17 9 26 6"/><path d="M20 24C21 17 26 12 35 10"/><path d="M28 24C29 19 34 16 43 15"/>
<path d="M4 26h52" stroke="#1c7c78"/></g></svg>`;

const png = new Resvg(LOGO).render().asPng();
writeFileSync(
  'demo/house-rules.json',
  `${JSON.stringify(
    rulesFile({
      office: 'Marram Connection Design',
      address: '4 Ropewalk Yard, Sandwick Haven · 0100 555 014',
      logo: `data:image/png;base64,${png.toString('base64')}`,
    }),
    null,
    2,
  )}\n`,
);

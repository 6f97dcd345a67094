// What a measured first screen lacks, and what to change. Figures in px; contrast as in WCAG 2.2 (1.4.11: 3:1 for a control against what is around it).
export const screens = [
  [390, 844],
  [820, 1100],
  [1280, 800],
];
const LEAST_TALL = 44,
  LEAST_WIDE = 96,
  LEAST_CONTRAST = 3,
  LEAST_LABEL = 4.5;

export function judge(r) {
  const found = [],
    h = r.height;
  if (!r.name) found.push(['name', 'The name does not stand at the head.', 'Choose a mark, or the name in type.']);
  else if (r.name.y + r.name.h > h)
    found.push([
      'name',
      `The name ends ${r.name.y + r.name.h - h} px below the first screen.`,
      'Take the announcement above the header out, or choose a smaller mark.',
    ]);
  if (!r.promise) found.push(['promise', 'There is no first heading.', 'Add an opening or a page title.']);
  else if (r.promise.y > h * 0.6)
    found.push([
      'promise',
      `The promise begins at ${r.promise.y} px of ${h}.`,
      'Choose an opening with the text first, or a lower header.',
    ]);
  else if (r.promise.y + r.promise.h > h)
    found.push([
      'promise',
      `The promise runs ${r.promise.y + r.promise.h - h} px below the first screen.`,
      `Shorten it (${r.promise.text.length} letters), or set the first heading smaller.`,
    ]);
  if (!r.action) found.push(['action', 'There is no main action.', 'Show the opening, or choose a main action that leads somewhere.']);
  else {
    const below = r.action.y + r.action.h - h;
    if (below > 0)
      found.push([
        'action',
        `The main action ends ${below} px below the first screen.`,
        `Shorten the text above it by about ${Math.ceil(below / 28)} lines, set the first heading smaller, or choose another opening.`,
      ]);
    if (r.action.h < LEAST_TALL || r.action.w < LEAST_WIDE)
      found.push([
        'action',
        `The main action is ${r.action.w} × ${r.action.h} px.`,
        `Give it a longer label; ${LEAST_WIDE} × ${LEAST_TALL} px is the least that is hit with a thumb.`,
      ]);
    if (r.contrast !== null && r.contrast < LEAST_CONTRAST)
      found.push([
        'action',
        `The button stands out ${r.contrast}:1 from its ground.`,
        `Choose another button colour; ${LEAST_CONTRAST}:1 is the least.`,
      ]);
    if (r.label !== null && r.label < LEAST_LABEL)
      found.push(['action', `Its label has ${r.label}:1.`, `Choose another button colour; ${LEAST_LABEL}:1 is the least.`]);
    if (r.rivals > 0)
      found.push([
        'action',
        `${r.rivals} other ${r.rivals === 1 ? 'button is' : 'buttons are'} as large and filled.`,
        'One action leads; let the others be outlines.',
      ]);
  }
  return found.map(([part, says, change]) => ({ part, says, change }));
}

export const place = (b, h) => (b ? `${Math.round((b.y / h) * 100)} % down` : 'missing');

// The ruler over the sheet: any width from 320 to 1920 px, with detents where screens are; faults of layout at one width or at all of them.
const DETENTS = [320, 360, 390, 430, 600, 720, 820, 1024, 1280, 1440, 1920],
  SNAP = 9;
const ruler = () => document.getElementById('ruler');
const frame = () => document.querySelector('.sheetframe');
const here = () => document.getElementById('faultshere');
const box = () => document.getElementById('faultbox');
const KINDS = { side: 'runs over the side', cut: 'is cut off', overlap: 'lies on other text', small: 'is too small to hit' };
const put = (p, tag, props = {}, text) => {
  const e = Object.assign(document.createElement(tag), props);
  if (text !== undefined) e.textContent = text;
  p.append(e);
  return e;
};

if (ruler()) for (const d of DETENTS) put(document.getElementById('detents'), 'option', { value: d });
const want = (px) => document.dispatchEvent(new CustomEvent('want-width', { detail: px }));
document.addEventListener('input', (e) => {
  if (e.target.id !== 'ruler') return;
  const px = Number(e.target.value),
    near = DETENTS.find((d) => Math.abs(d - px) <= SNAP);
  want(near ?? px);
});
// By key from detent to detent.
document.addEventListener('keydown', (e) => {
  if (e.target.id !== 'ruler' || !['ArrowLeft', 'ArrowRight', 'ArrowDown', 'ArrowUp'].includes(e.key) || e.shiftKey) return;
  e.preventDefault();
  const px = Number(ruler().value),
    up = e.key === 'ArrowRight' || e.key === 'ArrowUp';
  want((up ? DETENTS.find((d) => d > px) : DETENTS.findLast((d) => d < px)) ?? px);
});
document.addEventListener('sheet-width', (e) => {
  if (!ruler()) return;
  ruler().value = e.detail;
  document.getElementById('rulerpx').textContent = `${e.detail} px`;
  look();
});

// What is at fault at this width, said at the ruler. Measured when the sheet has come to rest.
let timer = 0;
function look() {
  if (!ruler()) return;
  clearTimeout(timer);
  timer = setTimeout(() => frame()?.contentWindow?.postMessage({ faults: 'here' }, '*'), 400);
}
document.addEventListener('settle', look);
frame()?.addEventListener('load', look);
window.addEventListener('message', (e) => {
  if (!ruler() || !e.data?.found) return;
  if (e.source === frame()?.contentWindow) {
    const n = e.data.found.length;
    here().textContent = n === 0 ? 'no fault here' : `${n} ${n === 1 ? 'fault' : 'faults'} here`;
    here().classList.toggle('late', n > 0);
    here().title = e.data.found.map((f) => f.says).join('\n');
  } else if (ear && e.source === ear.frame.contentWindow) ear.heard(e.data.found);
});

// All detents, in a second frame out of sight, so that the sheet stays as it is.
let ear = null;
async function all() {
  const b = document.querySelector('[data-faults]');
  b.setAttribute('aria-busy', 'true');
  const f = put(document.body, 'iframe', { className: 'measuring', title: 'Measuring', src: frame().src.split('#')[0], tabIndex: -1 });
  f.setAttribute('aria-hidden', 'true');
  await new Promise((done) => {
    f.onload = done;
  });
  const faults = new Map();
  for (const d of DETENTS) {
    f.style.width = `${d}px`;
    here().textContent = `measuring ${d} px`;
    const found = await new Promise((done) => {
      ear = { frame: f, heard: done };
      f.contentWindow.postMessage({ faults: 'all' }, '*');
      setTimeout(() => done(null), 6000);
    });
    for (const x of found ?? []) {
      const key = `${x.kind} ${x.section} ${x.says.replace(/[\d.]+ ?(×|px)[^”]*$/, '')}`;
      if (!faults.has(key)) faults.set(key, { ...x, widths: [] });
      faults.get(key).widths.push(d);
    }
  }
  ear = null;
  f.remove();
  b.removeAttribute('aria-busy');
  list([...faults.values()]);
  look();
}
function list(faults) {
  const p = box();
  p.replaceChildren();
  p.hidden = false;
  const head = put(p, 'p', { className: 'row' });
  put(
    head,
    'b',
    {},
    faults.length === 0
      ? `No fault from ${DETENTS[0]} to ${DETENTS.at(-1)} px`
      : `${faults.length} ${faults.length === 1 ? 'fault' : 'faults'} from ${DETENTS[0]} to ${DETENTS.at(-1)} px`,
  );
  put(
    head,
    'button',
    {
      type: 'button',
      className: 'btn quiet sm',
      onclick: () => {
        p.hidden = true;
        document.querySelector('[data-faults]').focus();
      },
    },
    'Close',
  );
  const ul = put(p, 'ul');
  for (const x of faults) {
    const b = put(put(ul, 'li'), 'button', { type: 'button' });
    b.dataset.row = '';
    put(
      b,
      'b',
      {},
      `${x.widths.length === DETENTS.length ? 'at every width' : x.widths.length > 2 && DETENTS.indexOf(x.widths.at(-1)) - DETENTS.indexOf(x.widths[0]) === x.widths.length - 1 ? `${x.widths[0]} to ${x.widths.at(-1)} px` : `${x.widths.join(', ')} px`}`,
    );
    put(b, 'span', {}, ` ${/“.*”/.exec(x.says)?.[0] ?? 'The page'} ${KINDS[x.kind]}`);
    b.title = x.says;
    b.onclick = () => {
      want(x.widths[0]);
      setTimeout(() => frame().contentWindow.postMessage({ fault: x }, '*'), 250);
    };
  }
  (ul.querySelector('button') ?? head.querySelector('button')).focus();
}
document.addEventListener('click', (e) => {
  if (e.target.closest?.('[data-faults]')) all();
});

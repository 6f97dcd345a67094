// The parts of the Bench, and how the server is asked.
export const bench = () => document.getElementById('bench');
export const galley = () => document.getElementById('galley');
export const frame = () => document.querySelector('.sheetframe');
const token = () => document.querySelector('#bench input[name=__RequestVerificationToken]')?.value ?? '';
export const place = (el) => `${el.dataset.s}/${el.dataset.p}`;
export const field = (where) => [...document.querySelectorAll('.gf')].find((f) => place(f) === where);
export const sectionOf = (el) => el?.closest?.('.gs');
export const rich = (el) => el.isContentEditable;
export const block = (el) => el.getAttribute('aria-multiline') === 'true';
export const tell = (text, bad) => {
  const s = document.getElementById('saved');
  if (s) {
    s.textContent = text;
    s.classList.toggle('late', Boolean(bad));
  }
};
export const ask = (what, body) =>
  fetch(`/sites/${bench().dataset.site}/bench/${what}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', 'X-Form-Token': token() },
    body: JSON.stringify(body),
    keepalive: JSON.stringify(body).length < 60000,
  });
// Nodes of a manuscript that the server or this page made.
export const bare = (html) => [...new DOMParser().parseFromString(html.replace(/ style="[^"]*"/g, ''), 'text/html').body.childNodes];
export const put = (p, tag, props = {}, text) => {
  const e = Object.assign(document.createElement(tag), props);
  if (text !== undefined) e.textContent = text;
  p.append(e);
  return e;
};

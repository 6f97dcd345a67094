// Sections by their label, pictures of a list by their row: dragged to another place. By key: Shift and arrows; the arrows of a row.
import { galley, sectionOf } from './page.js';

let held = null;
const rowsOf = (x) =>
  x.classList.contains('gs') ? [...galley().querySelectorAll('.gs')] : [...x.parentElement.querySelectorAll('.placed')];
/** The row over which the pointer is, and whether what is held would come after it. */
function over(e) {
  const row = held.classList.contains('gs') ? sectionOf(e.target) : e.target.closest?.('.placed');
  if (!row || row === held || !rowsOf(held).includes(row)) return null;
  const r = row.getBoundingClientRect();
  return { row, after: e.clientY > r.top + r.height / 2 };
}
const clear = () => document.querySelectorAll('.drop-before,.drop-after').forEach((x) => x.classList.remove('drop-before', 'drop-after'));
document.addEventListener('dragstart', (e) => {
  const row = e.target.closest?.('.placed[draggable]') ?? (e.target.closest?.('.gs > .tag') ? sectionOf(e.target) : null);
  if (!row) return;
  held = row;
  e.dataTransfer.effectAllowed = 'move';
  e.dataTransfer.setData('text/plain', row.getAttribute('aria-label') ?? '');
});
document.addEventListener('dragover', (e) => {
  if (!held) return;
  clear();
  const at = over(e);
  if (!at) return;
  e.preventDefault();
  at.row.classList.add(at.after ? 'drop-after' : 'drop-before');
});
document.addEventListener('drop', (e) => {
  const at = held && over(e);
  if (!at) return;
  e.preventDefault();
  const rows = rowsOf(held),
    from = rows.indexOf(held),
    before = rows.indexOf(at.row) + (at.after ? 1 : 0),
    by = (before > from ? before - 1 : before) - from;
  if (by !== 0) send(held, from, by);
});
document.addEventListener('dragend', () => {
  clear();
  held = null;
});

function send(row, from, by) {
  const form = row.classList.contains('gs') ? row.querySelector('form.mg') : row;
  form.dataset.to = row.classList.contains('gs') ? `?handler=Move&by=${by}` : `?handler=Item&how=to&at=${from}&to=${from + by}`;
  form.requestSubmit();
}

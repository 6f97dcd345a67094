// A fact that is chosen goes into the text at the cursor.
let last = null;
document.addEventListener('focusin', (e) => {
  if (e.target.matches?.('textarea, .editform input[name=value]')) last = e.target;
});
document.addEventListener('change', (e) => {
  const pick = e.target;
  if (!pick.matches?.('[data-put]') || !pick.value) return;
  const box = pick.dataset.put === 'last' ? last : document.getElementById(pick.dataset.put);
  const put = pick.value;
  pick.value = '';
  if (!box) return;
  box.focus();
  box.setRangeText(put, box.selectionStart ?? box.value.length, box.selectionEnd ?? box.value.length, 'end');
  box.dispatchEvent(new Event('input', { bubbles: true }));
});
// A list of ticks narrows down while one types; "all" ticks what is shown.
document.addEventListener('input', (e) => {
  const list = e.target.dataset?.narrow && document.getElementById(e.target.dataset.narrow);
  if (!list) return;
  const words = e.target.value.toLowerCase().split(/\s+/).filter(Boolean);
  for (const li of list.children) li.hidden = !words.every((w) => li.textContent.toLowerCase().includes(w));
});
// "New" in the head opens the form it leads to.
const openForm = () => {
  const form = location.hash === '#new' && document.getElementById('newstandard');
  if (!form) return;
  form.open = true;
  form.querySelector('input[name=name]').focus();
};
window.addEventListener('hashchange', openForm);
openForm();

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

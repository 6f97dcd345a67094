// Files dropped on a form go into its file box; sending shows how far it has come.
document.addEventListener('dragover', (e) => {
  if (e.target.closest?.('[data-drop]')) {
    e.preventDefault();
    e.target.closest('[data-drop]').classList.add('over');
  }
});
document.addEventListener('dragleave', (e) => e.target.closest?.('[data-drop]')?.classList.remove('over'));
document.addEventListener('drop', (e) => {
  const form = e.target.closest?.('[data-drop]');
  const box = form?.querySelector('input[type=file]');
  if (!box || !e.dataTransfer?.files.length) return;
  e.preventDefault();
  form.classList.remove('over');
  box.files = e.dataTransfer.files;
  box.dispatchEvent(new Event('change', { bubbles: true }));
});
document.addEventListener('submit', (e) => {
  const form = e.target.closest?.('form[data-progress]');
  const box = form?.querySelector('input[type=file]');
  if (!box?.files.length || e.defaultPrevented) return;
  e.preventDefault();
  const bar = form.querySelector('progress');
  const request = new XMLHttpRequest();
  request.open('POST', form.action);
  request.upload.onprogress = (p) => {
    if (bar && p.lengthComputable) {
      bar.hidden = false;
      bar.value = (100 * p.loaded) / p.total;
    }
  };
  request.onload = () => {
    if (request.status < 400) location.href = request.responseURL;
    else {
      document.open();
      document.write(request.responseText);
      document.close();
    }
  };
  request.onerror = () => {
    if (bar) bar.hidden = true;
    form.querySelector('[data-failed]')?.removeAttribute('hidden');
    form.querySelectorAll('[aria-busy]').forEach((b) => b.removeAttribute('aria-busy'));
  };
  const data = new FormData(form);
  if (e.submitter?.name) data.append(e.submitter.name, e.submitter.value);
  request.send(data);
});

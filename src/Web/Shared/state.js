// State within a page: what is typed to narrow a list, ticked, chosen, open, on its way. What comes from the server is htmx's; the galley,
// the sheet, the map and the ruler have modules of their own. Every page works without it.
import Alpine from '/lib/alpine.js';

const wordsOf = (text) => text.toLowerCase().split(/\s+/).filter(Boolean);
const holds = (text, words) => words.every((w) => text.toLowerCase().includes(w));

// One line at the foot says back what happened; it gives way to the keys after a while.
Alpine.data('said', () => ({
  shown: true,
  init() {
    setTimeout(() => {
      this.shown = false;
    }, 8000);
  },
}));

// A list of ticks: it narrows down while one types, all that is shown is ticked at once, and it says how many are.
Alpine.data('ticks', () => ({
  words: '',
  ticked: 0,
  init() {
    this.count();
  },
  boxes() {
    return [...this.$root.querySelectorAll('input[type=checkbox]')];
  },
  out() {
    return !holds(this.$el.textContent, wordsOf(this.words));
  },
  all() {
    this.tick(true);
  },
  none() {
    this.tick(false);
  },
  tick(on) {
    for (const box of this.boxes()) if (!box.closest('[hidden]')) box.checked = on;
    this.count();
  },
  count() {
    this.ticked = this.boxes().filter((b) => b.checked).length;
  },
  get says() {
    return this.ticked ? `${this.ticked} ticked` : 'none ticked';
  },
}));

// Entries in groups: those that hold all the words stay, and groups with nothing left go. An entry says itself what it is found by.
Alpine.data('found', () => ({
  words: '',
  init() {
    // Who shows the same entries another way (a sheet beside the list) hears of it once the list is as it will be.
    this.$watch('words', () => this.$nextTick(() => this.$dispatch('narrowed')));
  },
  entries(within = this.$root) {
    return [...within.querySelectorAll('[data-find]')];
  },
  fits(entry) {
    return holds(entry.dataset.find, wordsOf(this.words));
  },
  out() {
    return !this.fits(this.$el);
  },
  empty() {
    const there = this.entries(this.$el);
    return wordsOf(this.words).length > 0 && there.length > 0 && !there.some((e) => this.fits(e));
  },
  get left() {
    return this.entries().filter((e) => this.fits(e)).length;
  },
  get all() {
    return this.entries().length;
  },
  get note() {
    if (!this.words.trim()) return this.$root.dataset.note;
    return this.left ? `${this.left} of ${this.all}` : 'No section of that name. Try what it should do: prove, explain, act.';
  },
  first() {
    this.entries()
      .find((e) => this.fits(e))
      ?.querySelector('button, a')
      .focus();
  },
}));

// Files are dropped on a form; sending shows how far it has come, and says so where it broke.
Alpine.data('upload', () => ({
  over: false,
  sent: 0,
  sending: false,
  broke: false,
  box() {
    return this.$root.querySelector('input[type=file]');
  },
  enter() {
    this.over = true;
  },
  leave() {
    this.over = false;
  },
  drop(e) {
    this.over = false;
    if (!e.dataTransfer?.files.length) return;
    this.box().files = e.dataTransfer.files;
    this.box().dispatchEvent(new Event('change', { bubbles: true }));
  },
  send(e) {
    if (!this.box()?.files.length) return;
    e.preventDefault();
    const data = new FormData(this.$root);
    if (e.submitter?.name) data.append(e.submitter.name, e.submitter.value);
    const request = new XMLHttpRequest();
    request.open('POST', this.$root.action);
    Object.assign(this, { sending: true, sent: 0, broke: false });
    request.upload.onprogress = (p) => {
      if (p.lengthComputable) this.sent = (100 * p.loaded) / p.total;
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
      Object.assign(this, { sending: false, broke: true });
      this.$root.querySelectorAll('[aria-busy]').forEach((b) => b.removeAttribute('aria-busy'));
    };
    request.send(data);
  },
}));

// Phrases that are suggested go into the list, one a line.
Alpine.data('phrases', () => ({
  take() {
    const list = this.$refs.list;
    list.value = [...list.value.split('\n').filter((l) => l.trim()), this.$el.dataset.phrase].join('\n');
    this.$el.hidden = true;
    list.dispatchEvent(new Event('input', { bubbles: true }));
    list.focus();
  },
}));

// A colour that is picked, or a better shade that is offered, goes into the field it is for.
Alpine.data('takes', () => ({
  pick() {
    document.getElementById(this.$el.dataset.for).value = this.$el.value;
  },
  take() {
    const field = document.getElementById(this.$el.dataset.for);
    field.value = this.$el.dataset.value;
    field.dispatchEvent(new Event('change', { bubbles: true }));
  },
}));

// A form behind a line that opens it: opened by its address too, with the cursor where one begins.
Alpine.data('opens', () => ({
  init() {
    this.look();
  },
  look() {
    if (location.hash !== `#${this.$root.dataset.at}`) return;
    this.$root.open = true;
    this.$root.querySelector('input').focus();
  },
}));

// Looks side by side are drawn at any width and scaled into their frames; a narrow one stands in the middle.
Alpine.data('lookwidth', () => ({
  width: Number(sessionStorage.getItem('look-width')) || 1280,
  init() {
    this.$watch('width', () => {
      sessionStorage.setItem('look-width', this.width);
      this.fit();
    });
    this.fit();
  },
  get says() {
    return `${this.width} px`;
  },
  fit() {
    for (const frame of document.querySelectorAll('.look iframe.mini')) {
      const box = frame.parentElement;
      const scale = Math.min(box.clientWidth / this.width, 0.8);
      frame.style.width = `${this.width}px`;
      frame.style.left = `${(box.clientWidth - this.width * scale) / 2}px`;
      frame.style.transform = `scale(${scale})`;
      frame.style.height = `${box.clientHeight / scale}px`;
    }
  },
}));

// A click on a photo says what must stay in view when it is cropped.
Alpine.data('focuspoint', () => ({
  x: 50,
  y: 50,
  init() {
    this.read();
  },
  read() {
    this.x = Number(this.$refs.x.value);
    this.y = Number(this.$refs.y.value);
  },
  aim(e) {
    const box = this.$refs.photo.getBoundingClientRect();
    this.$refs.x.value = Math.round(((e.clientX - box.left) / box.width) * 100);
    this.$refs.y.value = Math.round(((e.clientY - box.top) / box.height) * 100);
    this.read();
  },
  get at() {
    return { left: `${this.x}%`, top: `${this.y}%` };
  },
}));

window.Alpine = Alpine;
Alpine.start();

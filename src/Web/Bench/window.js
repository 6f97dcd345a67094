// The small window beside a text: facts, a chip, a link.
import { ask, bare, bench, put, tell } from './page.js';
import { back, last, select, set } from './cursor.js';
import { load } from './changes.js';
import { send, typed } from './typing.js';

const pop = () => document.getElementById('pop');
export const windowOpen = () => pop() && !pop().hidden;
function open(el, label, build) {
  const p = pop();
  p.replaceChildren();
  p.setAttribute('aria-label', label);
  const at = (last.range && el.contains(last.range.startContainer) ? last.range : null)?.getBoundingClientRect(),
    box = at && (at.width || at.height || at.top) ? at : el.getBoundingClientRect();
  build(p);
  p.hidden = false;
  const r = p.getBoundingClientRect();
  p.style.left = `${Math.max(8, Math.min(box.left, innerWidth - r.width - 8))}px`;
  p.style.top = `${box.bottom + 6 + r.height > innerHeight ? Math.max(8, box.top - r.height - 6) : box.bottom + 6}px`;
}
function shut(to) {
  const p = pop();
  if (!p || p.hidden) return;
  p.hidden = true;
  p.replaceChildren();
  (to ?? last.field)?.focus();
}
document.addEventListener(
  'keydown',
  (e) => {
    if (e.key === 'Escape' && pop() && !pop().hidden && pop().contains(e.target)) {
      e.preventDefault();
      e.stopPropagation();
      if (back()) shut(last.field);
    }
  },
  true,
);
document.addEventListener('mousedown', (e) => {
  if (pop() && !pop().hidden && !pop().contains(e.target)) {
    pop().hidden = true;
  }
});

// An icon for an entry, found by what it shows.
document.addEventListener('click', (e) => {
  const b = e.target.closest?.('[data-icon]');
  if (b) openIcons(b);
});
function openIcons(button) {
  const form = button.closest('form');
  const choose = (name) => {
    for (const [k, v] of [
      ['how', 'icon'],
      ['at', button.dataset.icon],
      ['icon', name],
    ]) {
      const i = form.querySelector(`input[name="${k}"]`) ?? put(form, 'input', { type: 'hidden', name: k });
      i.value = v;
    }
    form.dataset.to = '?handler=Item';
    shut(button);
    form.requestSubmit();
  };
  open(button, 'Icon', (p) => {
    const input = put(p, 'input', { type: 'search', placeholder: 'what it shows: water, key, dog', autocomplete: 'off' });
    input.setAttribute('aria-label', 'What the icon shows');
    const grid = put(p, 'div', { className: 'icongrid' });
    const none = put(p, 'button', { type: 'button', className: 'btn sm' }, 'No icon');
    none.onclick = () => choose('');
    const draw = async () => {
      const found = await fetch(`/sites/${bench().dataset.site}/bench/icons?find=${encodeURIComponent(input.value)}`)
        .then((r) => r.json())
        .catch(() => []);
      grid.replaceChildren();
      for (const i of found) {
        const b = put(grid, 'button', { type: 'button', title: i.name });
        b.setAttribute('aria-label', i.name.replaceAll('-', ' '));
        b.append(
          ...new DOMParser().parseFromString(
            `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24" aria-hidden="true">${i.shapes}</svg>`,
            'image/svg+xml',
          ).childNodes,
        );
        b.onclick = () => choose(i.name);
      }
      if (!found.length) put(grid, 'p', { className: 'lbl' }, 'No icon shows that. Try another word for it.');
    };
    let wait = 0;
    input.oninput = () => {
      clearTimeout(wait);
      wait = setTimeout(draw, 150);
    };
    input.onkeydown = (ev) => {
      if (ev.key === 'Enter') {
        ev.preventDefault();
        grid.querySelector('button')?.click();
      }
    };
    draw();
    setTimeout(() => input.focus());
  });
}

/** A part that stands on every page is not changed by the way. */
export function openShared(part) {
  const pages = document.querySelectorAll('#pagepick option').length,
    pane = document.querySelector('.sheetpane header');
  open(pane, 'On every page', (p) => {
    put(p, 'b', {}, part === 'header' ? 'The header and its menu' : part === 'footer' ? 'The footer' : 'This');
    put(
      p,
      'p',
      { className: 'lbl' },
      `stands on ${pages === 1 ? 'the one page' : `all ${pages} pages`}. What it says of the firm comes from the facts.`,
    );
    const r = put(p, 'p', { className: 'row' });
    const a = put(r, 'a', { className: 'btn sm ink', href: `/sites/${bench().dataset.site}/bench/parts` }, 'Change it everywhere');
    put(r, 'a', { className: 'btn sm', href: `/sites/${bench().dataset.site}/brief` }, 'Facts');
    setTimeout(() => {
      window.focus();
      a.focus();
    });
  });
}

export function openFacts(el, brace) {
  const facts = [...document.querySelectorAll('#factlist li')];
  open(el, 'Put a fact in', (p) => {
    const input = put(p, 'input', { type: 'text', placeholder: 'which fact', autocomplete: 'off' });
    input.setAttribute('aria-label', 'Which fact');
    input.setAttribute('role', 'combobox');
    input.setAttribute('aria-expanded', 'true');
    input.setAttribute('aria-controls', 'factpick');
    const list = put(p, 'ul', { id: 'factpick' });
    list.setAttribute('role', 'listbox');
    let at = 0;
    const draw = () => {
      const find = input.value.trim().toLowerCase(),
        hits = facts.filter((f) => `${f.textContent} ${f.dataset.fact} ${f.dataset.value ?? ''}`.toLowerCase().includes(find)).slice(0, 8);
      at = Math.min(at, Math.max(0, hits.length - 1));
      list.replaceChildren();
      hits.forEach((f, i) => {
        const li = put(list, 'li', { id: `factpick-${i}` });
        li.setAttribute('role', 'option');
        li.setAttribute('aria-selected', String(i === at));
        put(li, 'b', {}, f.textContent);
        put(li, 'span', { className: 'lbl' }, f.dataset.value ? f.dataset.value.slice(0, 60) : 'not known yet');
        li.onmousedown = (ev) => {
          ev.preventDefault();
          choose(f);
        };
      });
      if (!hits.length) put(list, 'li', { className: 'lbl' }, 'No fact of that name. Facts are added in the Brief.');
      input.setAttribute('aria-activedescendant', hits.length ? `factpick-${at}` : '');
      return hits;
    };
    const choose = (f) => {
      const at = last.range && el.contains(last.range.startContainer) ? last.range.cloneRange() : null;
      shut(el);
      set(el, at, chipOf(f), brace);
    };
    input.oninput = draw;
    input.onkeydown = (ev) => {
      const hits = draw();
      if (ev.key === 'ArrowDown') {
        at = Math.min(hits.length - 1, at + 1);
        ev.preventDefault();
        draw();
      } else if (ev.key === 'ArrowUp') {
        at = Math.max(0, at - 1);
        ev.preventDefault();
        draw();
      } else if (ev.key === 'Enter' || ev.key === 'Tab') {
        ev.preventDefault();
        if (hits[at]) choose(hits[at]);
      }
    };
    draw();
    setTimeout(() => input.focus());
  });
}

export function openChip(el, chip) {
  const fact = chip.dataset.fact;
  last.field = el;
  const r = document.createRange();
  r.selectNode(chip);
  last.range = r;
  open(el, 'Fact', (p) => {
    const listed = document.querySelector(`#factlist li[data-fact="${CSS.escape(fact ?? '')}"]`);
    put(p, 'b', {}, fact ? (listed?.textContent ?? fact.replaceAll('.', ' ').replaceAll('_', ' ')) : chip.textContent);
    const own = chip.classList.contains('own');
    if (!fact) {
      put(p, 'p', { className: 'lbl' }, 'What stands after it is shown only then.');
      row(p, ['Take it out', () => replace('')]);
      return;
    }
    const input = put(p, 'input', { type: 'text', value: own ? chip.textContent : (listed?.dataset.value ?? '') });
    input.setAttribute('aria-label', 'What it says');
    const bad = put(p, 'p', { className: 'bad' });
    bad.setAttribute('role', 'alert');
    const exchange = async (body) =>
      replace(
        await ask('chip', { ...body, language: bench().dataset.lang })
          .then((x) => x.json())
          .then((x) => x.html ?? ''),
      );
    row(
      p,
      [
        'Change the fact everywhere',
        async () => {
          const a = await ask('fact', { fact, value: input.value }),
            says = await a.json();
          if (!a.ok) {
            bad.textContent = says.problem;
            if (says.brief) put(bad, 'a', { href: says.brief }, ' Open it');
            return;
          }
          if (own) await exchange({ fact });
          shut(el);
          await send();
          await load(location.href, says.said);
        },
        'ink',
      ],
      ['Only here', () => exchange({ fact, own: input.value })],
      own ? ['Use the fact again', () => exchange({ fact })] : ['Take it out', () => replace('')],
    );
    if (own) put(p, 'p', { className: 'lbl' }, `An exception: everywhere else it says ${listed?.dataset.value ?? 'nothing yet'}.`);
    input.onkeydown = (ev) => {
      if (ev.key === 'Enter') {
        ev.preventDefault();
        p.querySelector('button').click();
      }
    };
    setTimeout(() => {
      input.focus();
      input.select();
    });
  });
  function replace(html) {
    const at = document.createRange();
    at.selectNode(chip);
    shut(el);
    set(el, at, html ? bare(html)[0] : null, false);
  }
}

// A chip made here, so that one can write on at once; the server makes the same one when it has the text.
function chipOf(f) {
  const c = Object.assign(document.createElement('span'), {
    className: f.dataset.value ? 'fc' : 'fc none',
    textContent: f.textContent,
    title: f.dataset.value || `${f.textContent} is not known`,
  });
  c.contentEditable = 'false';
  c.dataset.t = `{{ ${f.dataset.fact} }}`;
  c.dataset.fact = f.dataset.fact;
  return c;
}

export function openLink(el) {
  const s = getSelection(),
    a = s.anchorNode?.parentElement?.closest('a');
  if (!a && s.isCollapsed) {
    tell('Select the words of the link first');
    return;
  }
  const range = s.rangeCount ? s.getRangeAt(0).cloneRange() : null;
  last.range = range;
  open(el, 'Link', (p) => {
    const label = put(p, 'label', {}, 'Leads to');
    const input = put(label, 'input', {
      type: 'text',
      value: a?.getAttribute('href') ?? '',
      placeholder: 'a page, https://, tel:, mailto:',
    });
    input.setAttribute('list', 'targets');
    const go = (href) => {
      back();
      if (a) {
        const r = document.createRange();
        r.selectNodeContents(a);
        select(r);
      }
      if (href) document.execCommand('createLink', false, href);
      else document.execCommand('unlink');
      shut(el);
      typed(el);
    };
    row(p, [a ? 'Change it' : 'Link it', () => go(input.value.trim()), 'ink'], a ? ['No link', () => go('')] : null);
    input.onkeydown = (ev) => {
      if (ev.key === 'Enter') {
        ev.preventDefault();
        go(input.value.trim());
      }
    };
    setTimeout(() => input.focus());
  });
}

function row(p, ...buttons) {
  const r = put(p, 'p', { className: 'row' });
  for (const b of buttons.filter(Boolean)) {
    const e = put(r, 'button', { type: 'button', className: `btn sm ${b[2] ?? ''}` }, b[0]);
    e.onclick = b[1];
  }
}

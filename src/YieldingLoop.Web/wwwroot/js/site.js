// Behaviour of the pages. Every figure comes from the server; nothing is computed here.
document.addEventListener('alpine:init', () => {
  const { Alpine } = window;

  /** Sends the form as it stands to one of the page's handlers and shows the answer; stale answers are dropped. */
  const liveFigures = (handler) => ({
    timer: 0,
    asked: 0,
    changed() {
      clearTimeout(this.timer);
      this.timer = setTimeout(() => this.ask(), 350);
    },
    async ask() {
      const turn = ++this.asked;
      const url = new URL(window.location.href);
      url.searchParams.set('handler', handler);
      try {
        const answer = await fetch(url, { method: 'POST', body: new FormData(this.$root) });
        const html = answer.ok ? await answer.text() : '';
        if (turn === this.asked && html) this.$refs.figures.innerHTML = html;
      } catch {
        // The server is away: the figures stay as they were, and saving will say so.
      }
    },
  });

  Alpine.data('clothForm', () => liveFigures('Figures'));

  Alpine.data('seamForm', () => ({
    ...liveFigures('Need'),
    kind: '',
    other: false,
    usual: '',
    init() {
      this.kind = this.$root.dataset.kind;
      this.other = this.$root.dataset.other !== '';
    },
    // As many layers as the job usually has, until somebody says otherwise.
    chooseJob(event) {
      const plies = document.getElementById('Input_Plies');
      if (plies && (plies.value === '' || plies.value === this.usual)) {
        this.usual = event.target.dataset.plies;
        plies.value = this.usual;
      }
    },
    // Where on the body is said once: its movements are those offered, and a movement says its place.
    chooseZone(event) {
      const own = (zone) => this.$root.querySelector(`[data-movement] option[data-zone="${zone}"]`);
      const zone = own(event.target.value) ? event.target.value : '';
      this.$root.querySelectorAll('[data-movement] option[data-zone]').forEach((option) => {
        option.hidden = zone !== '' && option.dataset.zone !== zone;
        if (option.hidden && option.selected) option.parentElement.value = '';
      });
    },
    chooseMovement(event) {
      const { zone } = event.target.selectedOptions[0].dataset;
      const place = document.getElementById('Input_ZoneId');
      if (zone && place && place.value === '') place.value = zone;
    },
    choose(event) { this.kind = event.target.value; },
    chooseOther(event) { this.other = event.target.value !== ''; },
    get ease() { return this.kind === 'NegativeEase'; },
    get opening() { return this.kind === 'Opening'; },
    get movement() { return this.kind === 'Movement'; },
    get body() { return this.kind === 'OnBody'; },
  }));

  // A page of sums: asked again as it is typed into, its answers put in place of the old ones. The address follows,
  // so that it can be kept or sent.
  Alpine.data('reckoner', () => ({
    timer: 0,
    asked: 0,
    changed() {
      clearTimeout(this.timer);
      this.timer = setTimeout(() => this.ask(), 350);
    },
    async ask() {
      const turn = ++this.asked;
      const url = new URL(window.location.href);
      url.search = new URLSearchParams(new FormData(this.$root)).toString();
      try {
        const answer = await fetch(url);
        if (!answer.ok) return;
        const page = new DOMParser().parseFromString(await answer.text(), 'text/html');
        if (turn !== this.asked) return;
        document.querySelectorAll('[data-live]').forEach((part) => {
          const now = page.getElementById(part.id);
          if (now && !part.contains(document.activeElement)) part.innerHTML = now.innerHTML;
        });
        window.history.replaceState(null, '', url);
      } catch {
        // The server is away: the answers stay as they were, and the button will say so.
      }
    },
  }));

  Alpine.data('autoSubmit', () => ({
    scriptless: false,
    submit() { this.$root.requestSubmit(); },
  }));

  Alpine.data('onceForm', () => ({
    sent: false,
    once(event) {
      if (this.sent) event.preventDefault();
      this.sent = true;
    },
  }));

  Alpine.data('printer', () => ({ print() { window.print(); } }));
});

// A form that is typed into is kept as a draft, so that closing the page, a restart or a power cut loses nothing.
document.addEventListener('DOMContentLoaded', () => {
  const form = document.querySelector('form[data-draft]');
  if (!form) return;
  const said = document.querySelector('[data-draft-said]');
  const say = (text) => { if (said) said.textContent = text; };
  let timer = 0;
  let sent = false;
  let changed = false;
  // A page that is left does not wait for the message on its way: the server tells by these which is the later.
  const sitting = `${Date.now()}-${Math.random()}`.slice(0, 40);
  let turn = 0;
  // A form that asks by its address carries no key of its own: another form of the page has it.
  const typed = () => {
    const fields = new FormData(form);
    const beside = form.dataset.draftWith && document.getElementById(form.dataset.draftWith);
    if (beside) new FormData(beside).forEach((value, name) => fields.set(name, value));
    return fields;
  };
  const keep = async () => {
    clearTimeout(timer);
    if (sent || !changed) return;
    changed = false;
    const here = new URL(window.location.href);
    here.searchParams.delete('draft');
    here.searchParams.delete('handler');
    turn += 1;
    try {
      const answer = await fetch(`/drafts?${new URLSearchParams({ path: here.pathname + here.search, sitting, turn })}`, { method: 'POST', body: typed(), keepalive: true });
      // The record has been made of it already: there is nothing left to keep.
      if (answer.status === 204) return;
      if (answer.status === 401) throw new Error('enter the passcode again, in another tab.');
      if (!answer.ok) throw new Error(answer.status >= 500 ? (await answer.text()).slice(0, 200) : '');
      say('Kept as a draft.');
    } catch (fault) {
      if (sent) return;
      changed = true;
      say(`Not kept as a draft: ${fault instanceof TypeError || !fault.message ? 'the workroom does not answer.' : fault.message}`);
      timer = setTimeout(keep, 5000);
    }
  };
  form.addEventListener('input', () => {
    changed = true;
    say('');
    clearTimeout(timer);
    timer = setTimeout(keep, 700);
  });
  form.addEventListener('submit', () => { sent = true; clearTimeout(timer); });
  document.addEventListener('visibilitychange', () => { if (document.visibilityState === 'hidden') keep(); });
  window.addEventListener('pagehide', keep);
});

// Single keys for what is done often; they rest while something is typed.
document.addEventListener('DOMContentLoaded', () => {
  const keys = document.getElementById('keys');
  if (!keys) return;
  const go = (path) => () => { window.location.assign(path); };
  const press = (selector) => () => { document.querySelector(selector)?.click(); };
  const actions = {
    n: press('.next-bar .btn-next'),
    w: go('/'),
    s: go('/setups'),
    c: go('/cloths'),
    m: go('/machines'),
    d: go('/drawer'),
    g: go('/glossary'),
    r: go('/reckoner'),
    p: go('/scrap'),
    u: press('[data-key="u"]'),
    '/': () => { const field = document.getElementById('q'); if (field) field.focus(); else go('/setups#q')(); },
    '?': () => keys.showModal(),
  };
  document.addEventListener('keydown', (event) => {
    const { target } = event;
    const typing = target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|SELECT|TEXTAREA)$/.test(target.tagName));
    if (typing || event.ctrlKey || event.altKey || event.metaKey || keys.open) return;
    const action = actions[event.key];
    if (!action) return;
    event.preventDefault();
    action();
  });
  document.querySelector('[data-keys-open]')?.addEventListener('click', (event) => { event.preventDefault(); keys.showModal(); });
});

// At the machine: Space, Page Down and the arrow keys go on, as foot pedals send them; the screen is kept awake.
document.addEventListener('DOMContentLoaded', () => {
  const at = document.querySelector('[data-at-machine]');
  if (!at) return;
  const press = (selector) => document.querySelector(selector)?.click();
  // In the whole list the same keys scroll.
  if (at.dataset.atMachine === 'step') document.addEventListener('keydown', (event) => {
    const { target } = event;
    const control = target instanceof HTMLElement && target.closest('a, button, summary, input, select, textarea');
    if (event.ctrlKey || event.altKey || event.metaKey || event.repeat || document.getElementById('keys')?.open) return;
    // Space on a button or link is its own press.
    if (event.key === ' ' && control) return;
    if ([' ', 'PageDown', 'ArrowRight', 'ArrowDown'].includes(event.key)) {
      event.preventDefault();
      press('[data-on]');
    } else if (['PageUp', 'ArrowLeft', 'ArrowUp'].includes(event.key)) {
      event.preventDefault();
      press('[data-back]');
    }
  });

  // A tick that cannot be sent leaves the page as it is and says so: beside a machine the network comes and goes.
  const said = document.querySelector('[data-tick-said]');
  let sending = false;
  document.querySelectorAll('form[data-tick]').forEach((form) => form.addEventListener('submit', async (event) => {
    event.preventDefault();
    if (sending) return;
    sending = true;
    said.textContent = '';
    try {
      const answer = await fetch(form.action, { method: 'POST', body: new FormData(form), redirect: 'manual' });
      // What was ticked leads on; anything else the server says is shown as it says it.
      if (answer.type === 'opaqueredirect') window.location.assign(form.dataset.tick);
      else form.submit();
    } catch {
      sending = false;
      said.textContent = 'Not ticked: the workroom does not answer. Press again once it does.';
    }
  }));

  const sayOnce = () => {
    try {
      if (localStorage.getItem('awake-said')) return;
      localStorage.setItem('awake-said', 'yes');
    } catch {
      // Where nothing can be remembered it is said again.
    }
    document.querySelector('[data-awake-said]').hidden = false;
  };
  const stayAwake = async () => {
    if (document.visibilityState !== 'visible') return;
    try {
      await navigator.wakeLock.request('screen');
    } catch {
      sayOnce();
    }
  };
  document.addEventListener('visibilitychange', stayAwake);
  stayAwake();
});

// A place on a drawn machine says at once how it stands, and is emptied in one tap.
document.addEventListener('DOMContentLoaded', () => {
  const stand = (place) => {
    const said = [...place.querySelectorAll('[data-stands]')].map((field) => field.value);
    const word = said.some((value) => value !== '' && value !== 'none') ? 'there' : said.every((value) => value === '') ? 'not known' : 'empty';
    const tile = document.querySelector(`[data-stand-of="${place.dataset.place}"]`);
    if (tile) {
      tile.querySelector('[data-stand]').textContent = word;
      tile.querySelector('small').textContent = '';
    }
  };
  document.querySelectorAll('[data-place]').forEach((place) => {
    place.querySelector('.place-quick').hidden = false;
    place.addEventListener('change', () => stand(place));
    place.querySelectorAll('[data-place-set]').forEach((button) => button.addEventListener('click', () => {
      place.querySelectorAll('[data-stands]').forEach((field) => { field.value = button.dataset.placeSet; });
      place.dispatchEvent(new Event('input', { bubbles: true }));
      stand(place);
    }));
  });
});

// What gets the focus is never left under the bar at the foot.
document.addEventListener('focusin', (event) => {
  const bar = document.querySelector('.next-bar');
  if (!bar || !(event.target instanceof HTMLElement) || bar.contains(event.target)) return;
  const under = event.target.getBoundingClientRect().bottom + 12 - bar.getBoundingClientRect().top;
  if (under > 0) window.scrollBy({ top: under, behavior: 'instant' });
});

// After a form came back with faults, the list of them gets the focus.
document.addEventListener('DOMContentLoaded', () => document.getElementById('faults')?.focus());

// A page restored by the back button may show a form that was already sent.
window.addEventListener('pageshow', (event) => { if (event.persisted) window.location.reload(); });

// The drawings of a page as files: listed as the server numbers them, before anything else draws.
document.addEventListener('DOMContentLoaded', () => {
  const [button, drawings] = [document.querySelector('[data-drawings]'), [...document.querySelectorAll('svg.drawing[aria-label]')].map((drawing) => drawing.getAttribute('aria-label'))];
  if (!button || drawings.length === 0) return;
  button.hidden = false;
  button.addEventListener('click', () => {
    const dialog = Object.assign(document.createElement('dialog'), { className: 'drawings' });
    const list = document.createElement('ul');
    drawings.forEach((label, i) => {
      const url = new URL(window.location.href);
      url.searchParams.set('svg', i + 1);
      url.hash = '';
      const item = document.createElement('li');
      item.append(Object.assign(document.createElement('a'), { href: url, textContent: label, target: '_blank' }));
      list.append(item);
    });
    const close = Object.assign(document.createElement('button'), { type: 'button', className: 'btn btn-quiet', textContent: 'Close' });
    close.addEventListener('click', () => dialog.close());
    dialog.addEventListener('close', () => dialog.remove());
    const head = Object.assign(document.createElement('h2'), { textContent: 'Drawings of this page as SVG files', id: 'drawings-head' });
    dialog.setAttribute('aria-labelledby', head.id);
    dialog.append(head, list, close);
    document.body.append(dialog);
    dialog.showModal();
  });
});

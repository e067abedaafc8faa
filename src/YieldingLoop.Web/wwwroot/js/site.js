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
    init() { this.kind = this.$root.dataset.kind; },
    choose(event) { this.kind = event.target.value; },
    get ease() { return this.kind === 'NegativeEase'; },
    get opening() { return this.kind === 'Opening'; },
    get movement() { return this.kind === 'Movement'; },
    get body() { return this.kind === 'OnBody'; },
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

// After a form came back with faults, the list of them gets the focus.
document.addEventListener('DOMContentLoaded', () => document.getElementById('faults')?.focus());

// A page restored by the back button may show a form that was already sent.
window.addEventListener('pageshow', (event) => { if (event.persisted) window.location.reload(); });

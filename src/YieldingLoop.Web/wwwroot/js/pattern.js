// A pattern: an edge in the drawing is its button in the list below; both say the same to the server, which measures. Nothing is
// computed here.
document.addEventListener('DOMContentLoaded', () => {
  const table = document.querySelector('[data-pattern]');
  if (!table) return;
  const button = (edge) => table.querySelector(`button[name="at"][value="${edge.dataset.edge}"]`);
  const edgeOf = (element) => element.closest && element.closest('[data-edge]');

  table.addEventListener('click', (event) => {
    const edge = edgeOf(event.target);
    if (edge) button(edge).click();
  });

  // The edge of the button that has the focus, or is pointed at, shows in the drawing.
  const point = (at) => {
    table.querySelectorAll('.pattern-pointed').forEach((edge) => edge.classList.remove('pattern-pointed'));
    if (at && at.name === 'at') table.querySelector(`[data-edge="${at.value}"]`).classList.add('pattern-pointed');
  };
  table.addEventListener('focusin', (event) => point(event.target.closest('button')));
  table.addEventListener('pointerover', (event) => { if (event.target.closest('.pattern-edges')) point(event.target.closest('button')); });

  // A mark is sent without leaving the page, so that it stays where it is scrolled to; the answer is the page as it is now.
  let turn = 0;
  const show = async (answer, mine, focus) => {
    if (!answer.ok) {
      // What the server has to say is shown as it says it.
      window.location.assign(answer.url);
      return;
    }
    const page = new DOMParser().parseFromString(await answer.text(), 'text/html');
    if (mine !== turn) return;
    const now = page.querySelector('[data-pattern]');
    if (!now) {
      window.location.reload();
      return;
    }
    const open = table.querySelector('details').open;
    table.innerHTML = now.innerHTML;
    table.querySelector('details').open = open;
    // The bar at the foot comes with the first length.
    document.querySelector('section[aria-label="Next"]').innerHTML = page.querySelector('section[aria-label="Next"]').innerHTML;
    window.history.replaceState(null, '', answer.url);
    const again = focus && document.getElementById(focus);
    if (again) again.focus({ preventScroll: true });
  };
  table.addEventListener('submit', async (event) => {
    const form = event.target;
    if (!form.matches('[data-pattern-marks]') || !event.submitter) return;
    event.preventDefault();
    const fields = new FormData(form, event.submitter);
    const focus = event.submitter.id;
    turn += 1;
    const mine = turn;
    try {
      await show(await fetch(form.action, { method: 'POST', body: fields }), mine, focus);
    } catch {
      table.querySelector('[data-pattern-said]').textContent = 'Not marked: the workroom does not answer. Tap again once it does.';
    }
  });
  // Another seam in hand, without losing the place.
  table.addEventListener('click', async (event) => {
    const brush = event.target.closest('.pattern-brush, .pattern-layers a');
    if (!brush || event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    turn += 1;
    const mine = turn;
    const { href } = brush;
    try {
      await show(await fetch(href), mine, null);
      const now = [...table.querySelectorAll('.pattern-brush, .pattern-layers a')].find((link) => link.getAttribute('href') === new URL(href).pathname + new URL(href).search);
      if (now) now.focus({ preventScroll: true });
    } catch {
      window.location.assign(href);
    }
  });
});

// What a swatch says is asked again whenever something is typed; an answer that was overtaken is dropped.
(() => {
  const form = document.querySelector('form[data-swatch]');
  const place = document.querySelector('[data-swatch-answer]');
  if (!form || !place) return;
  let asked = 0;
  let wait;
  const ask = async () => {
    const mine = ++asked;
    try {
      const answer = await fetch(form.dataset.swatch, { method: 'POST', body: new FormData(form), headers: { 'X-Requested-With': 'fetch' } });
      if (mine === asked && answer.ok) place.innerHTML = await answer.text();
    } catch {
      // The form stays as it is; saving says what is wrong.
    }
  };
  // A draft that was taken up, or a form that came back, says more than the page could.
  if (location.search.includes('draft=') || document.getElementById('faults')) ask();
  form.addEventListener('input', () => { clearTimeout(wait); wait = setTimeout(ask, 250); });
})();

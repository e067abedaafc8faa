// The order of a run: a seam is taken by its number and moved. What a place costs, and why one is not allowed, comes from
// the server, for every place at once; nothing is computed here.
document.addEventListener('DOMContentLoaded', () => {
  const working = document.querySelector('[data-run-working]');
  const bar = working && working.querySelector('progress');
  if (bar) {
    const look = async () => {
      try {
        const answer = await fetch(working.dataset.runWorking);
        const far = answer.ok ? await answer.json() : null;
        // Done, or nobody works at it any more, because something it rests on was changed meanwhile.
        if (far && (far.done || !far.going)) {
          window.location.reload();
          return;
        }
        if (far) bar.value = far.percent;
      } catch {
        // The server is away: looked at again in a while.
      }
      setTimeout(look, 700);
    };
    setTimeout(look, 700);
  }

  const line = document.querySelector('[data-run-line]');
  if (!line) return;
  const places = [...line.querySelectorAll('[data-piece]')];
  const said = document.querySelector('[data-run-cost]');
  const form = document.querySelector('[data-run-move]');
  // What is in hand: the piece, what each place comes to once it is known, and the place it would be put down at.
  let hand = null;

  const show = () => {
    places.forEach((place) => {
      place.removeAttribute('data-drop');
      place.removeAttribute('data-refused');
    });
    const move = hand.moves && hand.moves[hand.to];
    const at = places[hand.to];
    if (hand.to !== hand.from) {
      at.dataset.drop = hand.to < hand.from ? 'before' : 'after';
      at.toggleAttribute('data-refused', !!move && !move.allowed);
    }
    said.toggleAttribute('data-not', !!move && !move.allowed);
    said.textContent = hand.to === hand.from ? `Place ${hand.to + 1}, where it is now.` : move ? `Place ${hand.to + 1}. ${move.said}` : `Place ${hand.to + 1}.`;
  };
  const take = async (place) => {
    const mine = { place, from: Number(place.dataset.index), to: Number(place.dataset.index), moves: null };
    hand = mine;
    place.setAttribute('data-lifted', '');
    show();
    try {
      const url = new URL(line.dataset.runLine, window.location.href);
      url.searchParams.set('handler', 'Moves');
      url.searchParams.set('piece', place.dataset.piece);
      const answer = await fetch(url);
      if (answer.ok) mine.moves = await answer.json();
    } catch {
      // The server is away: putting it down will say so.
    }
    if (hand === mine) show();
  };
  const leave = (text) => {
    if (!hand) return;
    places.forEach((place) => ['data-drop', 'data-refused', 'data-lifted'].forEach((name) => place.removeAttribute(name)));
    said.removeAttribute('data-not');
    said.textContent = text;
    hand = null;
  };
  const put = () => {
    const { place, from, to, moves } = hand;
    if (to === from) {
      leave('');
      return;
    }
    if (moves && !moves[to].allowed) {
      leave(`${moves[to].said} It stays where it was.`);
      return;
    }
    form.elements.piece.value = place.dataset.piece;
    form.elements.to.value = String(to + 1);
    form.requestSubmit();
  };

  line.addEventListener('keydown', (event) => {
    const grip = event.target.closest('.run-grip');
    if (!grip || event.ctrlKey || event.altKey || event.metaKey) return;
    const step = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[event.key];
    if (step) {
      event.preventDefault();
      event.stopPropagation();
      if (!hand) take(grip.closest('[data-piece]'));
      hand.to = Math.min(places.length - 1, Math.max(0, hand.to + step));
      show();
    } else if (hand && (event.key === 'Enter' || event.key === ' ')) {
      event.preventDefault();
      event.stopPropagation();
      put();
    } else if (hand && event.key === 'Escape') {
      event.preventDefault();
      leave('Left where it was.');
    }
  });
  line.addEventListener('focusout', () => { if (hand && !hand.pointer) leave('Left where it was.'); });

  line.addEventListener('pointerdown', (event) => {
    const grip = event.target.closest('.run-grip');
    if (!grip || event.button !== 0) return;
    take(grip.closest('[data-piece]'));
    hand.pointer = event.pointerId;
    grip.setPointerCapture(event.pointerId);
  });
  line.addEventListener('pointermove', (event) => {
    if (!hand || hand.pointer !== event.pointerId) return;
    // The place whose middle is nearest along the line, whichever way it lies.
    const upright = window.matchMedia('(max-width: 991px)').matches;
    const far = (place) => {
      const box = place.getBoundingClientRect();
      return upright ? Math.abs(box.top + box.height / 2 - event.clientY) : Math.abs(box.left + box.width / 2 - event.clientX);
    };
    const near = places.reduce((best, place) => (far(place) < far(best) ? place : best), hand.place);
    const to = Number(near.dataset.index);
    if (to !== hand.to) {
      hand.to = to;
      show();
    }
    // Near the ends of a long line it follows.
    const scroll = line.parentElement;
    const box = scroll.getBoundingClientRect();
    if (event.clientX > box.right - 60) scroll.scrollBy(12, 0);
    if (event.clientX < box.left + 60) scroll.scrollBy(-12, 0);
  });
  line.addEventListener('pointerup', (event) => { if (hand && hand.pointer === event.pointerId) put(); });
  line.addEventListener('pointercancel', () => leave('Left where it was.'));
});

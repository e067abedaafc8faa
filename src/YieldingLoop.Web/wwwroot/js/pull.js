// The pulled seam. Everything drawn and said comes from the server's frames; between two of them points lie between.
(() => {
  const between = (one, other, share) => one + (other - one) * share;

  /** Puts the frames together again: what is sent of a frame is how it differs from going on as the two before it went on. */
  const wholeFrames = (points) => {
    const frames = [];
    points.forEach((frame, f) => {
      const [last, before] = [frames[f - 1], frames[f - 2]];
      frames.push(f === 0 ? frame : frame.map((difference, i) => difference + (f === 1 ? last[i] : 2 * last[i] - before[i])));
    });
    return frames;
  };

  /** Path data through the middles between points, rounded at the points. */
  const smooth = (points) => {
    const last = points.length - 1;
    let d = `M${points[0][0].toFixed(1)} ${points[0][1].toFixed(1)}`;
    for (let i = 1; i < last; i += 1) {
      const [x, y] = points[i];
      const [nextX, nextY] = points[i + 1];
      d += `Q${x.toFixed(1)} ${y.toFixed(1)} ${((x + nextX) / 2).toFixed(1)} ${((y + nextY) / 2).toFixed(1)}`;
    }
    return `${d}L${points[last][0].toFixed(1)} ${points[last][1].toFixed(1)}`;
  };

  class Pull {
    constructor(section) {
      this.section = section;
      this.stage = section.querySelector('[data-pull-stage]');
      this.fields = section.querySelector('[data-pull-fields]');
      this.fault = section.querySelector('[data-pull-fault]');
      this.turn = 0;
      this.percent = 0;
      this.beside = [];
      this.opened = 0;
      this.calm = window.matchMedia('(prefers-reduced-motion: reduce)');
      this.sprung = new Map();
      this.narrow = window.matchMedia('(max-width: 575px)');
      this.narrow.addEventListener('change', () => { if (this.data) this.ask(); });
      if (this.fields) {
        this.bindFields();
        // At once and not with the frames: what stands below may not move under a hand that is about to press it.
        this.fields.hidden = false;
      }
      this.bindColours();
      this.keepAddress();
      // The frames are fetched when they come near, so that the page itself opens as fast as ever.
      const near = new IntersectionObserver((entries) => {
        if (!entries.some((entry) => entry.isIntersecting)) return;
        near.disconnect();
        this.ask();
      }, { rootMargin: '600px' });
      near.observe(section);
    }

    bindColours() {
      const choice = this.section.querySelector('[data-pull-colours]');
      if (!choice) return;
      choice.hidden = false;
      choice.addEventListener('change', (event) => {
        this.section.classList.toggle('is-real', event.target.value === 'real');
        this.colour();
      });
    }

    /** A thread shown many times is styled where it is drawn once: what stands around the drawing does not reach it there. */
    colour() {
      const real = this.section.classList.contains('is-real');
      this.stage.querySelectorAll('.th').forEach((thread) => thread.classList.toggle('is-real-colour', real));
    }

    bindFields() {
      const { fields } = this;
      let timer = 0;
      fields.addEventListener('submit', (event) => event.preventDefault());
      fields.addEventListener('input', () => {
        clearTimeout(timer);
        timer = setTimeout(() => this.ask(), 120);
      });
      fields.addEventListener('click', (event) => {
        const step = event.target.closest('[data-step]');
        if (step) {
          const field = step.parentElement.querySelector('input');
          if (step.dataset.step === 'up') field.stepUp(); else field.stepDown();
          field.dispatchEvent(new Event('input', { bubbles: true }));
        }
        if (event.target.closest('[data-pull-back]')) {
          this.changedFields().forEach((field) => { field.value = field.dataset.was; });
          this.ask();
        }
      });
    }

    changedFields() {
      return !this.fields ? [] : [...this.fields.querySelectorAll('[data-was]')].filter((field) => field.value !== field.dataset.was);
    }

    /** Asks for the frames of what is tried; of two answers the later question's stands. */
    async ask() {
      this.turn += 1;
      const { turn } = this;
      const url = new URL(this.section.dataset.pullFrom || window.location.href, window.location.href);
      url.searchParams.set('handler', 'Pull');
      if (this.narrow.matches) url.searchParams.set('pull-narrow', 'yes');
      const changed = this.changedFields();
      changed.forEach((field) => url.searchParams.set(field.name, field.value));
      if (this.fields) this.fields.querySelector('[data-pull-back]').hidden = changed.length === 0;
      try {
        const answer = await fetch(url);
        const body = await answer.text();
        if (turn !== this.turn) return;
        if (answer.ok) this.show(body);
        else this.say(answer.status === 400 ? [...JSON.parse(body).problems.map((problem) => problem.message), 'The drawing is as it was before.'] : ['The workroom cannot draw this just now: the drawing is as it was.']);
      } catch {
        if (turn === this.turn) this.say(['The workroom does not answer: the drawing is as it was.']);
      }
    }

    /** A scrap is all in its address: what is tried goes there, and into whatever leads on from the page. */
    keepAddress() {
      const { pullAddress } = this.section.dataset;
      if (!pullAddress) return;
      const url = new URL(pullAddress, window.location.href);
      this.fields.querySelectorAll('[data-was]').forEach((field) => url.searchParams.set(field.name, field.value));
      window.history.replaceState(null, '', url);
      document.querySelectorAll('[data-carried]').forEach((field) => { field.value = url.searchParams.get(field.name) ?? field.value; });
      const keep = document.querySelector('[data-scrap-keep]');
      if (keep) keep.href = `/seams/start?scrap=${encodeURIComponent(url.pathname + url.search)}`;
    }

    say(messages) {
      this.fault.hidden = messages.length === 0;
      this.fault.replaceChildren(...messages.map((message) => Object.assign(document.createElement('p'), { textContent: message })));
    }

    show(html) {
      // What has the focus in the drawing keeps it when the drawing is replaced.
      const focused = this.stage.contains(document.activeElement) && document.activeElement.matches('[data-open-handle]') ? '[data-open-handle]' : this.stage.contains(document.activeElement) ? '[data-pull-handle]' : null;
      this.stage.innerHTML = html;
      this.say([]);
      // What stands elsewhere on the page and follows what is tried.
      this.stage.querySelectorAll('template[data-into]').forEach((part) => document.getElementById(part.dataset.into)?.replaceChildren(part.content.cloneNode(true)));
      this.keepAddress();
      this.data = JSON.parse(this.stage.querySelector('[data-pull-frames]').textContent);
      this.frames = wholeFrames(this.data.points);
      this.stage.querySelectorAll('template[data-words]').forEach((words) => {
        const place = this.fields?.querySelector(`[data-words-of="${words.dataset.words}"]`);
        if (place) place.textContent = words.innerHTML;
      });
      this.colour();
      this.find();
      this.bindHandle();
      this.bindOpening();
      if (focused) this.stage.querySelector(focused)?.focus();
      this.sprung.clear();
      this.pull(Math.min(this.percent, this.data.endPercent), true);
      this.section.dataset.ready = 'yes';
    }

    /** Finds the parts of the drawing once, so that pulling only writes to them. */
    find() {
      const { stage, data } = this;
      const counts = data.counts.map((count) => count * 3);
      const starts = counts.map((_, i) => counts.slice(0, i).reduce((sum, count) => sum + count, 0));
      this.starts = starts;
      // A flatlock is shown pulled flat too, with the pieces of the face.
      const selectors = [['.pull-face svg', 0], ['.pull-back svg', 1], ['.pull-edge svg', 2], ['.pull-flat svg', 0]].filter(([selector]) => stage.querySelector(selector));
      this.views = selectors.map(([selector, side]) => {
        const svg = stage.querySelector(selector);
        return {
          side,
          ...data.windows[side],
          paths: [...svg.querySelectorAll('path[data-s]')].map((path) => ({ path, strand: data.strands[path.dataset.s] })),
          repeats: [...svg.querySelectorAll('g[data-i]')].map((group) => ({ group, i: Number(group.dataset.i) })),
          cloth: svg.querySelector('[data-cloth], [data-cloth-end]'),
          breaks: [...svg.querySelectorAll('[data-break]')],
          letters: [...svg.querySelectorAll('[data-letter]')].map((letter) => ({ letter, from: Number(letter.dataset.letter) })),
          pieces: [...svg.querySelectorAll('use[data-t]')].map((use) => ({ use, thread: Number(use.dataset.t), i: Number(use.parentElement.dataset.i) })),
        };
      });
      this.handle = stage.querySelector('[data-pull-handle]');
      this.clip = stage.querySelector('[data-pull-clip]');
      this.value = stage.querySelector('[data-pull-value]');
      this.said = stage.querySelector('[data-pull-said]');
      const scale = stage.querySelector('.pull-scale');
      this.scale = { start: Number(scale.dataset.start), end: Number(scale.dataset.end) };
    }

    bindHandle() {
      const { handle, data } = this;
      const svg = handle.ownerSVGElement;
      const toPercent = (event) => {
        const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse());
        return ((at.x - this.grip - this.scale.start) / (this.scale.end - this.scale.start)) * data.endPercent;
      };
      handle.addEventListener('pointerdown', (event) => {
        event.preventDefault();
        handle.focus({ preventScroll: true });
        handle.setPointerCapture(event.pointerId);
        this.grip = 0;
        this.grip = ((toPercent(event) - this.percent) / data.endPercent) * (this.scale.end - this.scale.start);
      });
      handle.addEventListener('pointermove', (event) => {
        if (handle.hasPointerCapture(event.pointerId)) this.pull(toPercent(event));
      });
      handle.addEventListener('keydown', (event) => {
        const steps = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 10, PageDown: -10 };
        if (event.ctrlKey || event.altKey || event.metaKey) return;
        let to = null;
        if (event.key === 'Home') to = 0;
        else if (event.key === 'End') to = data.endPercent;
        else if (steps[event.key]) to = this.step(steps[event.key]);
        if (to === null) return;
        event.preventDefault();
        this.pull(to);
      });
    }

    /** A step by keys rests at every mark and every pop on its way. */
    step(by) {
      const to = Math.round(this.percent + by);
      const stops = this.data.stopsPercent.filter((stop) => (by > 0 ? stop > this.percent + 1e-9 && stop < to : stop < this.percent - 1e-9 && stop > to));
      if (stops.length === 0) return to;
      return by > 0 ? Math.min(...stops) : Math.max(...stops);
    }

    /** Draws the seam at a stretch, and those beside it with it. */
    pull(percent, led = false) {
      const { data } = this;
      if (!led) {
        this.beside.forEach((other) => {
          if (other.data) other.pull(percent, true); else other.percent = percent;
        });
      }
      this.percent = Math.min(Math.max(percent, 0), data.endPercent);
      const at = data.stretchPercent;
      let frame = 0;
      // Pulled at all, a thread that pops at once has popped; at rest none has.
      while (frame + 1 < at.length && at[frame + 1] <= this.percent && this.percent > 0) frame += 1;
      const next = Math.min(frame + 1, at.length - 1);
      const way = at[next] - at[frame];
      // Whoever asked for less motion sees the frames one by one.
      const share = way > 0 && !this.calm.matches ? (this.percent - at[frame]) / way : 0;
      const one = this.frames[frame];
      const other = this.frames[next];
      const now = share === 0 ? one : one.map((number, i) => between(number, other[i], share));
      const shown = this.calm.matches ? at[frame] : this.percent;
      const state = {
        points: now,
        lengthened: 1 + shown / 100,
        narrowed: between(data.narrowed[frame], data.narrowed[next], share),
        thinned: between(data.thinned[frame], data.thinned[next], share),
        popped: this.percent > 0 ? data.pops.filter((pop) => pop.stretchPercent <= this.percent + 1e-9) : [],
      };
      this.views.forEach((view) => this.draw(view, state));
      this.note(frame, state);
    }

    draw(view, state) {
      const { data } = this;
      const advance = data.advanceMm * state.lengthened;
      const { side, scale, left, middle } = view;
      const put = (points, offset) => {
        const x = side === 2 ? left + (scale * points[offset + 1]) / 1000 : left + (scale * points[offset]) / 1000;
        const y = middle + (scale * (side === 0 ? points[offset + 1] : side === 1 ? -points[offset + 1] : -points[offset + 2])) / 1000;
        return [x, y];
      };
      view.paths.forEach(({ path, strand }) => {
        const [thread, from, to] = strand;
        const start = this.starts[thread];
        const last = data.counts[thread] - 1;
        // One point further at either end, from the repeat before or after.
        const shifted = (i, by) => put([state.points[start + 3 * i] + by * 1000 * advance, state.points[start + 3 * i + 1], state.points[start + 3 * i + 2]], 0);
        const line = [from > 0 ? put(state.points, start + 3 * (from - 1)) : shifted(last - 1, -1)];
        for (let i = from; i <= to; i += 1) line.push(put(state.points, start + 3 * i));
        line.push(to < last ? put(state.points, start + 3 * (to + 1)) : shifted(1, 1));
        path.setAttribute('d', smooth(line));
      });
      view.repeats.forEach(({ group, i }) => group.setAttribute('transform', `translate(${(i * advance * scale).toFixed(1)} 0)`));
      view.pieces.forEach(({ use, thread, i }) => {
        const gone = side !== 2 && i === data.breaks && state.popped.some((pop) => pop.thread === thread);
        use.setAttribute('visibility', gone ? 'hidden' : 'visible');
      });
      // A letter goes with its thread as the cloth narrows.
      view.letters.forEach(({ letter, from }) => letter.setAttribute('transform', `translate(0 ${(from * (state.narrowed - 1)).toFixed(1)})`));
      const { cloth } = view;
      cloth.setAttribute('transform', `translate(${cloth.dataset.x} ${cloth.dataset.y}) scale(${side === 2 ? state.narrowed : state.lengthened} ${side === 2 ? state.thinned : state.narrowed})`);
      view.breaks.forEach((group) => group.toggleAttribute('hidden', !state.popped.some((pop) => pop.thread === Number(group.dataset.break))));
      if (side !== 2) state.popped.forEach((pop) => this.drawBreak(view, pop, state, advance));
    }

    /** The two ends of a thread that popped, as far sprung back as it is long ago. */
    drawBreak(view, pop, state, advance) {
      const group = view.breaks.find((part) => Number(part.dataset.break) === pop.thread);
      if (!group) return;
      const since = this.sprung.get(pop.thread);
      const gone = this.calm.matches || since === undefined ? 1 : Math.min(1, (performance.now() - since) / 200);
      const back = 1 - (1 - gone) ** 3;
      const longer = state.lengthened / (1 + pop.stretchPercent / 100);
      const { side, scale, left, middle } = view;
      const offset = this.data.breaks * advance;
      let letter = null;
      group.querySelectorAll('[data-end]').forEach((path) => {
        const [taut, sprung] = [pop.taut[path.dataset.end], pop.sprungBack[path.dataset.end]];
        const line = [];
        for (let i = 0; i < taut.length; i += 3) {
          const along = (between(taut[i], sprung[i], back) / 1000) * longer + offset;
          const across = between(taut[i + 1], sprung[i + 1], back) / 1000;
          line.push([left + scale * along, middle + scale * (side === 0 ? across : -across)]);
        }
        path.setAttribute('d', smooth(line));
        const end = taut.length - 3;
        letter = [left + scale * ((taut[end] / 1000) * longer + offset), middle + ((side === 0 ? 1 : -1) * scale * taut[end + 1]) / 1000];
      });
      group.querySelector('[data-break-letter]').setAttribute('transform', `translate(${letter[0].toFixed(1)} ${letter[1].toFixed(1)})`);
    }

    /** The figures and words of where the handle stands, and what springs back from now on. */
    note(frame, state) {
      const { data } = this;
      const fresh = state.popped.filter((pop) => !this.sprung.has(pop.thread));
      [...this.sprung.keys()].filter((thread) => !state.popped.some((pop) => pop.thread === thread)).forEach((thread) => this.sprung.delete(thread));
      fresh.forEach((pop) => this.sprung.set(pop.thread, performance.now()));
      if (fresh.length > 0 && !this.calm.matches) this.spring();
      const x = between(this.scale.start, this.scale.end, this.percent / data.endPercent);
      this.handle.setAttribute('transform', `translate(${x.toFixed(1)} 0)`);
      this.clip.setAttribute('width', (x - Number(this.clip.getAttribute('x'))).toFixed(1));
      const shown = `${Math.round(this.percent * 10) / 10} %`;
      this.value.textContent = shown;
      if (this.said.textContent !== data.said[frame]) this.said.textContent = data.said[frame];
      this.handle.setAttribute('aria-valuenow', (Math.round(this.percent * 10) / 10).toString());
      this.handle.setAttribute('aria-valuetext', `${shown}. ${data.said[frame]}`);
      this.section.classList.toggle('is-past', state.popped.length > 0 && this.percent > state.popped[0].stretchPercent + 1e-9);
      this.section.classList.toggle('is-popped', state.popped.length > 0);
      this.section.classList.toggle('is-beyond', data.clothPercent !== null && this.percent > data.clothPercent + 1e-9);
    }

    /** Draws until every end has sprung back. */
    spring() {
      cancelAnimationFrame(this.springing);
      const until = performance.now() + 220;
      const again = () => {
        this.pull(this.percent);
        if (performance.now() < until) this.springing = requestAnimationFrame(again);
      };
      this.springing = requestAnimationFrame(again);
    }

    bindOpening() {
      const { crosswise } = this.data;
      const handle = this.stage.querySelector('[data-open-handle]');
      if (!crosswise || !handle) return;
      const svg = handle.ownerSVGElement;
      const path = svg.querySelector('[data-crosswise]');
      const said = this.stage.querySelector('[data-open-said]');
      const halves = [...svg.querySelectorAll('[data-half]')];
      const last = crosswise.gapMm.length - 1;
      // Half the way of the opening, in units of the drawing; a seam that hardly opens is pulled over as long a way.
      const way = Math.max(24, (crosswise.gapMm[last] * crosswise.scale) / 2);
      const open = (to) => {
        const at = Math.min(Math.max(to, 0), last);
        this.opened = at;
        const frame = Math.min(Math.floor(at), last);
        const next = Math.min(frame + 1, last);
        const share = this.calm.matches ? 0 : at - frame;
        const [one, other] = [crosswise.points[frame], crosswise.points[next]];
        const line = [];
        for (let i = 0; i < one.length; i += 3) {
          line.push([(crosswise.scale * between(one[i], other[i], share)) / 1000, 106 + (crosswise.scale * between(one[i + 1], other[i + 1], share)) / 1000]);
        }
        path.setAttribute('d', smooth(line));
        const half = (crosswise.scale * between(crosswise.gapMm[frame], crosswise.gapMm[next], share)) / 2;
        halves.forEach((part) => part.setAttribute('transform', `translate(0 ${(Number(part.dataset.half) * half).toFixed(1)})`));
        said.textContent = crosswise.said[frame];
        handle.setAttribute('aria-valuenow', frame);
        handle.setAttribute('aria-valuetext', crosswise.said[frame]);
      };
      let from = null;
      handle.addEventListener('pointerdown', (event) => {
        event.preventDefault();
        handle.focus({ preventScroll: true });
        handle.setPointerCapture(event.pointerId);
        from = { y: event.clientY, at: this.opened };
      });
      handle.addEventListener('pointermove', (event) => {
        if (handle.hasPointerCapture(event.pointerId)) open(from.at + ((event.clientY - from.y) / svg.getScreenCTM().d / way) * last);
      });
      handle.addEventListener('keydown', (event) => {
        const to = { ArrowDown: this.opened + 1, ArrowRight: this.opened + 1, ArrowUp: this.opened - 1, ArrowLeft: this.opened - 1, Home: 0, End: last }[event.key];
        if (to === undefined || event.ctrlKey || event.altKey || event.metaKey) return;
        event.preventDefault();
        open(Math.round(to));
      });
      // As far open as it was before it was drawn anew.
      open(this.opened);
    }
  }

  document.addEventListener('DOMContentLoaded', () => {
    const all = [...document.querySelectorAll('[data-pull]')].map((section) => new Pull(section));
    const groupOf = (one) => one.section.dataset.pullGroup;
    all.filter(groupOf).forEach((one) => { one.beside = all.filter((other) => other !== one && groupOf(other) === groupOf(one)); });
  });
})();

// A reading is taken by dragging a drawing. Every drawing and figure is the server's; script shows the one that was dragged to.
(() => {
  class Match {
    constructor(section) {
      this.section = section;
      this.form = section.closest('form');
      this.turn = 0;
      ['stage', 'choices', 'drawing', 'track', 'beside', 'figure', 'said', 'unread', 'fault', 'photo', 'photo-picture'].forEach((name) => { this[name] = this.part(name); });
      [this.views, this.says] = ['.match-views', '.match-says'].map((part) => section.querySelector(part));
      this.readings = [...section.querySelectorAll('[data-match-reading]')];
      section.hidden = false;
      this.readings.forEach((button) => button.addEventListener('click', () => this.open(button)));
      this.part('next')?.addEventListener('click', () => this.next());
      this.unread.addEventListener('click', () => {
        if (this.data.choices) {
          this.write('');
          this.choose();
          this.choices.firstElementChild.focus({ preventScroll: true });
          return;
        }
        this.forget();
        this.handle.focus({ preventScroll: true });
      });
      // What is typed moves the handle; what the machine stood at draws another seam.
      this.form.addEventListener('input', (event) => {
        this.mark();
        if (this.reading && event.target === this.field && !this.writing) {
          if (this.data?.choices) this.choose(); else this.follow();
        }
        if (this.reading && /^Input\.(Dials|StitchLengthMm|Differential|Photo\.ApartMm)/.test(event.target.name)) {
          clearTimeout(this.wait);
          this.wait = setTimeout(() => this.ask(), 300);
        }
      });
      let asked;
      this.form.addEventListener('photo-changed', () => {
        clearTimeout(asked);
        if (this.reading) asked = setTimeout(() => this.ask(), 300);
      });
      window.addEventListener('resize', () => { if (this.data && !this.data.choices) this.lay(); });
      this.mark();
    }

    part(name) {
      return this.section.querySelector(`[data-match-${name}]`);
    }

    fieldOf(button) {
      return this.form.elements.namedItem(button.dataset.field);
    }

    /** Beside each reading stands whether it was taken. */
    mark() {
      this.readings.forEach((button) => {
        const field = this.fieldOf(button);
        const read = field.value.trim();
        const shown = field.options ? field.selectedOptions[0].text : `${read.replace('-', '−')} ${button.dataset.unit}`;
        button.querySelector('[data-match-state]').textContent = read === '' ? 'not read' : shown;
        button.classList.toggle('is-read', read !== '');
        // A measured strip says how much it grew: the eye is not asked as well.
        const measured = button.dataset.matchReading === 'Growth' && read === '' && this.form.elements.namedItem('Input.Strip.SewnMm').value.trim() !== '';
        button.disabled = measured;
        if (measured) button.querySelector('[data-match-state]').textContent = 'measured above';
      });
    }

    open(button) {
      this.reading = button;
      this.field = this.fieldOf(button);
      this.readings.forEach((other) => other.setAttribute('aria-pressed', String(other === button)));
      return this.ask();
    }

    /** The next reading that was not taken yet, from the one in hand on. */
    next() {
      const from = this.readings.indexOf(this.reading) + 1;
      const order = [...this.readings.slice(from), ...this.readings.slice(0, from)];
      this.open(order.find((button) => this.fieldOf(button).value.trim() === '' && !button.disabled) ?? order[0]);
    }

    async ask() {
      this.turn += 1;
      const { turn } = this;
      try {
        const url = new URL(this.section.dataset.match, window.location.href);
        url.searchParams.set('reading', this.reading.dataset.matchReading);
        const answer = await fetch(url, { method: 'POST', body: new FormData(this.form), headers: { 'X-Requested-With': 'fetch' } });
        const data = answer.status === 200 ? await answer.json() : null;
        if (turn !== this.turn) return;
        if (data) this.show(data);
        else this.fail('This cannot be drawn as it stands: look at the dials and lengths below. The fields take figures all the same.');
      } catch {
        if (turn === this.turn) this.fail('The workroom does not answer. The fields take figures all the same.');
      }
    }

    fail(message) {
      this.fault.textContent = message;
      this.fault.hidden = false;
      this.stage.hidden = true;
    }

    show(data) {
      [this.views.hidden, this.choices.hidden] = [Boolean(data.choices), !data.choices];
      this.says.hidden = false;
      if (data.choices) this.pictures(data); else this.scale(data);
      this.section.dataset.ready = this.reading.dataset.matchReading;
    }

    /** Pictures to choose among. None is chosen until one is. */
    pictures(data) {
      const at = [...this.choices.children].indexOf(document.activeElement);
      this.data = data;
      [this.fault.hidden, this.stage.hidden, this.photo.hidden] = [true, false, true];
      this.choices.setAttribute('aria-label', this.reading.firstChild.textContent.trim());
      this.choices.replaceChildren(...data.choices.map((choice) => {
        const button = document.createElement('button');
        button.type = 'button';
        button.className = 'match-choice';
        button.innerHTML = choice.drawings.join('');
        button.append(Object.assign(document.createElement('span'), { textContent: choice.name }));
        button.addEventListener('click', () => this.pick(choice));
        return button;
      }));
      this.choose();
      if (at >= 0) this.choices.children[at]?.focus({ preventScroll: true });
    }

    pick(choice) {
      if (choice.counts) {
        // Somebody has to count them.
        const field = this.form.elements.namedItem(choice.counts);
        field.focus();
        field.select();
        return;
      }
      this.write(choice.typed);
      this.choose();
    }

    /** Marks the picture that the field says. */
    choose() {
      const typed = this.field.value.trim();
      const counted = (choice) => choice.counts && Number(this.form.elements.namedItem(choice.counts).value) > 0;
      const chosen = this.data.choices.filter((choice) => (choice.counts ? counted(choice) : typed !== '' && choice.typed === typed));
      [...this.choices.children].forEach((button, i) => button.setAttribute('aria-pressed', String(chosen.includes(this.data.choices[i]))));
      const read = chosen.length > 0 || typed !== '';
      this.section.classList.toggle('is-unread', !read);
      // What was chosen is marked in its picture.
      this.figure.textContent = 'not read';
      this.said.textContent = 'Choose the picture that looks like the swatch in your hand.';
      this.says.hidden = read;
      this.unread.hidden = !read;
    }

    scale(data) {
      const focused = this.track.contains(document.activeElement);
      this.data = data;
      [this.fault.hidden, this.stage.hidden, this.frame] = [true, false, null];
      this.track.innerHTML = data.track;
      this.views.classList.toggle('has-beside', data.beside[0].length > 0);
      [this.handle, this.leader, this.spot] = ['handle', 'leader', 'spot'].map((name) => this.part(name));
      this.bind();
      this.follow();
      this.lay();
      if (focused) this.handle.focus({ preventScroll: true });
    }

    /** Lays the photo beside the drawing, as large as the drawing is shown. */
    lay() {
      const { photo } = this.data;
      this.photo.hidden = !photo;
      if (!photo) return;
      const drawn = this.section.querySelector('.match-beside svg') ?? this.section.querySelector('[data-match-drawing] svg');
      this.photo.querySelector('.match-photo-window').style.setProperty('max-width', `${drawn.clientWidth}px`);
      this['photo-picture'].style.setProperty('width', `${Math.round(drawn.clientWidth * photo.share)}px`);
      this['photo-picture'].src = `/photos/${photo.key}`;
    }

    /** Stands where the field says; empty, at the end it begins at and not read. */
    follow() {
      const { data } = this;
      const typed = this.field.value.trim().replace(',', '.').replace('−', '-');
      const value = Number(typed);
      if (typed === '' || Number.isNaN(value)) {
        this.stand(data.start, false);
        return;
      }
      let nearest = 0;
      data.values.forEach((known, i) => { if (Math.abs(known - value) < Math.abs(data.values[nearest] - value)) nearest = i; });
      this.stand(nearest, true);
    }

    bind() {
      const { handle, data } = this;
      const svg = handle.ownerSVGElement;
      const toFrame = (event) => {
        const x = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse()).x - this.grip;
        const last = data.at.length - 1;
        return Math.min(Math.max(Math.round(((x - data.at[0]) / (data.at[last] - data.at[0])) * last), 0), last);
      };
      handle.addEventListener('pointerdown', (event) => {
        event.preventDefault();
        handle.focus({ preventScroll: true });
        handle.setPointerCapture(event.pointerId);
        this.grip = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.getScreenCTM().inverse()).x - data.at[this.frame];
      });
      // A touch alone reads nothing: it has to be moved.
      handle.addEventListener('pointermove', (event) => {
        if (!handle.hasPointerCapture(event.pointerId)) return;
        const to = toFrame(event);
        if (to !== this.frame) this.read(to);
      });
      handle.addEventListener('keydown', (event) => {
        if (event.ctrlKey || event.altKey || event.metaKey) return;
        const last = data.values.length - 1;
        const to = { ArrowRight: this.frame + 1, ArrowUp: this.frame + 1, ArrowLeft: this.frame - 1, ArrowDown: this.frame - 1, PageUp: this.frame + 5, PageDown: this.frame - 5, Home: 0, End: last, Enter: this.frame }[event.key];
        if (event.key === 'Delete' || event.key === 'Backspace') this.forget();
        else if (to === undefined) return;
        else this.read(Math.min(Math.max(to, 0), last));
        event.preventDefault();
      });
    }

    read(frame) {
      this.write(this.data.typed[frame]);
      this.stand(frame, true);
    }

    forget() {
      this.write('');
      this.stand(this.data.start, false);
    }

    write(text) {
      this.writing = true;
      this.field.value = text;
      this.field.dispatchEvent(new Event('input', { bubbles: true }));
      this.writing = false;
    }

    stand(frame, read) {
      const { data } = this;
      if (frame !== this.frame) {
        this.drawing.innerHTML = data.drawings[frame];
        this.beside.innerHTML = data.beside[frame].join('');
      }
      this.frame = frame;
      const x = data.at[frame];
      const [spotX, spotY] = data.spots[frame];
      this.handle.setAttribute('transform', `translate(${x} 0)`);
      this.leader.setAttribute('d', `M${x} 14L${spotX} ${spotY}`);
      this.spot.setAttribute('transform', `translate(${spotX} ${spotY})`);
      this.section.classList.toggle('is-unread', !read);
      this.figure.textContent = read ? data.shown[frame] : 'not read';
      this.said.textContent = read ? data.said[frame] : 'Drag the handle until the drawing looks like the swatch in your hand.';
      this.unread.hidden = !read;
      this.handle.setAttribute('aria-valuenow', data.values[frame]);
      this.handle.setAttribute('aria-valuetext', read ? data.said[frame] : 'not read');
    }
  }

  document.addEventListener('DOMContentLoaded', () => document.querySelectorAll('[data-match]').forEach((section) => new Match(section)));
})();

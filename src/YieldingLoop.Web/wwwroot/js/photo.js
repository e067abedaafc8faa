// A photo is sent as soon as it is chosen, so that no fault of the form loses it; two taps on a ruler in it give its scale.
(() => {
  class Photo {
    constructor(section) {
      this.section = section;
      this.form = section.closest('form');
      ['key', 'file', 'remove', 'said', 'stage', 'frame', 'picture', 'tap', 'put'].forEach((name) => { this[name] = section.querySelector(`[data-photo-${name}]`); });
      this.marks = ['First', 'Second'].map((name) => ({
        name,
        button: section.querySelector(`[data-photo-at="${name}"]`),
        x: section.querySelector(`[data-photo-mark="${name}X"]`),
        y: section.querySelector(`[data-photo-mark="${name}Y"]`),
      }));
      this.file.addEventListener('change', () => { if (this.file.files[0]) this.send(this.file.files[0]); });
      this.remove.addEventListener('click', () => this.take(''));
      // The same without a pointer: from the middle on by arrow keys.
      this.put.addEventListener('click', () => this.set(0.5, 0.5));
      this.frame.addEventListener('click', (event) => { if (!event.target.closest('.photo-mark')) this.tapped(event); });
      this.marks.forEach((mark) => {
        mark.button.addEventListener('keydown', (event) => this.nudge(mark, event));
        mark.button.addEventListener('pointerdown', (event) => { event.preventDefault(); mark.button.focus(); mark.button.setPointerCapture(event.pointerId); });
        mark.button.addEventListener('pointermove', (event) => { if (mark.button.hasPointerCapture(event.pointerId)) this.place(mark, ...this.shareOf(event)); });
      });
      this.show();
    }

    async send(file) {
      this.said.textContent = 'The photo is being sent.';
      const data = new FormData();
      data.append('photo', file);
      data.append('__RequestVerificationToken', this.form.elements.namedItem('__RequestVerificationToken').value);
      try {
        const answer = await fetch(this.section.dataset.photo, { method: 'POST', body: data });
        const sent = answer.ok ? await answer.json() : { fault: answer.status === 413 ? 'A photo may have at most 20 MB. Make it smaller in a program for pictures.' : 'The workroom could not take the photo just now. Choose it again.' };
        this.said.textContent = sent.fault ?? 'The photo is here. It is kept with the swatch once that is saved.';
        if (!sent.fault) this.take(sent.key);
      } catch {
        this.said.textContent = 'The photo did not arrive: the workroom does not answer, or the file is larger than 20 MB. Choose it again.';
      }
      this.file.value = '';
    }

    /** Another photo, or none: the marks of the one before say nothing of it. */
    take(key) {
      this.marks.forEach((mark) => { [mark.x.value, mark.y.value] = ['', '']; });
      this.form.elements.namedItem('Input.Photo.ApartMm').value = '';
      this.key.value = key;
      if (key === '') this.said.textContent = 'Taken out of this swatch.';
      this.changed();
      this.show();
    }

    changed() {
      this.key.dispatchEvent(new Event('input', { bubbles: true }));
      this.form.dispatchEvent(new CustomEvent('photo-changed'));
    }

    show() {
      const key = this.key.value;
      [this.stage.hidden, this.remove.hidden] = [key === '', key === ''];
      if (key !== '') this.picture.src = `${this.section.dataset.photo}/${key}`;
      this.mark();
    }

    mark() {
      this.marks.forEach(({ button, x, y }) => {
        button.hidden = x.value === '';
        const left = Number(x.value);
        const top = Number(y.value);
        button.style.setProperty('left', `${100 * left}%`);
        button.style.setProperty('top', `${100 * top}%`);
      });
      const missing = this.marks.findIndex((mark) => mark.x.value === '');
      this.put.hidden = missing < 0;
      this.tap.textContent = missing < 0 ? 'Drag a mark, or use the arrow keys on it, until it lies on the ruler’s line.' : `Tap the ${missing === 0 ? 'first' : 'second'} mark on the ruler in the photo.`;
    }

    shareOf(event) {
      const box = this.picture.getBoundingClientRect();
      return [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height];
    }

    tapped(event) {
      this.set(...this.shareOf(event));
    }

    /** Sets the mark that is not set yet. */
    set(x, y) {
      const mark = this.marks.find((known) => known.x.value === '');
      if (!mark) return;
      this.place(mark, x, y);
      mark.button.focus({ preventScroll: true });
    }

    nudge(mark, event) {
      const step = event.shiftKey ? 0.02 : 0.002;
      const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[event.key];
      if (!by || event.ctrlKey || event.altKey || event.metaKey) return;
      event.preventDefault();
      this.place(mark, Number(mark.x.value) + by[0], Number(mark.y.value) + by[1]);
    }

    place(mark, x, y) {
      const within = (share) => Math.min(Math.max(share, 0), 1).toFixed(4);
      [mark.x.value, mark.y.value] = [within(x), within(y)];
      this.mark();
      this.changed();
    }
  }

  document.addEventListener('DOMContentLoaded', () => document.querySelectorAll('[data-photo]').forEach((section) => new Photo(section)));
})();

import { expect, startServer, temporaryFolder, test } from './support.mjs';

// Every start costs two seconds of processor time, so that a usual run kills 8 times; KILLS=200 is the whole proof of docs/reliability.md.
const kills = Number(process.env.KILLS ?? 8);
// Shared out so that both workers have some.
const parts = kills > 40 ? 4 : 2;
const killsEach = Math.ceil(kills / parts);

/** A generator with a seed, so that a failing run can be repeated. */
function random(seed) {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

/** Fields of a form as a browser would send them. */
function fieldsOf(html) {
  const from = html.indexOf('id="entry"');
  const form = html.slice(from, html.indexOf('</form>', from));
  const fields = new URLSearchParams();
  for (const [, tag] of form.matchAll(/<input([^>]*)>/g)) {
    const attribute = (name) => tag.match(new RegExp(`${name}="([^"]*)"`))?.[1];
    if (attribute('name') && (attribute('type') !== 'checkbox' || tag.includes('checked')) && attribute('value') !== undefined) fields.append(attribute('name'), attribute('value'));
  }
  return fields;
}

/** One device: saves new cloths, edits of them and drafts, one after another, and remembers what was answered. */
class Device {
  /**
   * @param form A form opened before an earlier kill: it is still good after a restart.
   * @param writes "records" or "drafts": one of them a round, so that a fresh server gets to its first write soon.
   */
  constructor(name, next, form, writes) {
    this.writes = writes;
    this.name = name;
    this.next = next;
    this.form = form;
    this.cookie = form?.cookie ?? '';
    this.cloths = new Map();
    this.edits = new Map();
    this.drafts = new Map();
    this.answered = 0;
    this.count = 0;
  }

  async open(url) {
    const answer = await fetch(url, { headers: { cookie: this.cookie, accept: 'text/html' } });
    const set = answer.headers.getSetCookie().map((c) => c.split(';')[0]);
    if (set.length > 0) this.cookie = set.join('; ');
    return answer.text();
  }

  async post(url, body) {
    return fetch(url, { method: 'POST', body, redirect: 'manual', headers: { cookie: this.cookie, accept: 'text/html' } });
  }

  /** Writes until the server is gone. What was sent last and never answered may or may not be there. */
  async writeUntilKilled(url) {
    try {
      this.form ??= { fields: fieldsOf(await this.open(`${url}/cloths/new`)), cookie: this.cookie };
      const fresh = this.form.fields;
      for (;;) {
        this.count += 1;
        const text = `${this.name} ${this.count} x${'x'.repeat(Math.floor(this.next() * 40))}`;
        if (this.writes === 'records' && (this.next() < 0.6 || this.cloths.size === 0)) {
          const form = new URLSearchParams(fresh);
          form.set('Input.Key', crypto.randomUUID());
          form.set('Input.Name', text);
          form.set('Input.TypicalId', 'interlock');
          this.unanswered = { text };
          const answer = await this.post(`${url}/cloths/new`, form);
          expect(answer.status).toBe(302);
          this.cloths.set(Number(answer.headers.get('location').split('/').pop()), text);
        } else if (this.writes === 'records') {
          const id = [...this.cloths.keys()][Math.floor(this.next() * this.cloths.size)];
          // The form of the record as it would be opened now: its version counts this device's own edits.
          const form = new URLSearchParams(fresh);
          form.set('Input.Key', crypto.randomUUID());
          form.set('Input.Version', String(1 + (this.edits.get(id) ?? 0)));
          form.set('Input.Name', text);
          form.set('Input.TypicalId', 'interlock');
          this.unanswered = { id, text };
          const answer = await this.post(`${url}/cloths/${id}`, form);
          expect(answer.status).toBe(302);
          this.cloths.set(id, text);
          this.edits.set(id, (this.edits.get(id) ?? 0) + 1);
        } else {
          const form = new URLSearchParams(fresh);
          const key = crypto.randomUUID();
          form.set('Input.Key', key);
          form.set('Input.Name', text);
          this.unanswered = { text };
          const answer = await this.post(`${url}/drafts?path=%2Fcloths%2Fnew`, form);
          expect(answer.status).toBe(200);
          this.drafts.set(key, text);
        }
        this.unanswered = undefined;
        this.answered += 1;
      }
    } catch (fault) {
      if (!(fault instanceof TypeError)) throw fault;
    }
  }
}

const names = (html, css) => [...html.matchAll(new RegExp(`<span class="${css}">([^<]*)</span>`, 'g'))].map((m) => m[1]);

/** Looks up everything one round was answered; how many writes that were, and how many were looked up. */
function check({ kill, devices }, cloths, drafts) {
  let answered = 0;
  let checked = 0;
  for (const device of devices) {
    answered += device.answered;
    for (const [id, text] of device.cloths) {
      checked += 1;
      // An edit that was under way may have come through or not; anything else is as it was answered.
      const expected = device.unanswered?.id === id ? [text, device.unanswered.text] : [text];
      expect(cloths.filter((name) => expected.includes(name)), `kill ${kill}: cloth ${id}`).toHaveLength(1);
    }
    for (const text of device.drafts.values()) {
      checked += 1;
      expect(drafts, `kill ${kill}`).toContain(text);
    }
  }
  // Nothing is there twice, and nothing half: whatever bears this round's names was sent, whole.
  const round = cloths.filter((name) => devices.some((d) => name.startsWith(`${d.name} `)));
  expect(new Set(round).size).toBe(round.length);
  const known = new Set(devices.flatMap((d) => [...d.cloths.values(), d.unanswered?.text]));
  for (const name of round) expect(known.has(name), `kill ${kill}: ${name}`).toBe(true);
  return [answered, checked];
}

for (let part = 1; part <= parts; part += 1) {
  test(`what was answered survives ${killsEach} kills, part ${part} of ${parts}`, async () => {
    test.setTimeout(900_000);
    const next = random(20261125 + part);
    const data = temporaryFolder();
    let server = await startServer({ data, blank: true });
    let answered = 0;
    let checked = 0;
    let form;
    let rounds = [];
    try {
      for (let kill = 1; kill <= killsEach; kill += 1) {
        const writes = next() < 0.65 ? 'records' : 'drafts';
        const devices = [new Device(`a${kill}`, next, form, writes), new Device(`b${kill}`, next, form, writes)];
        const writing = Promise.all(devices.map((d) => d.writeUntilKilled(server.url)));
        // The first writes warm the server up; the kill comes at any moment of those that follow.
        while (devices.some((d) => d.answered === 0)) await new Promise((resolve) => { setTimeout(resolve, 5); });
        await new Promise((resolve) => { setTimeout(resolve, next() * 200); });
        await server.stop('SIGKILL');
        await writing;
        server = await startServer({ data, blank: true, port: server.port, again: true });
        form = devices[0].form;
        rounds.push({ kill, devices });

        // What a round wrote has by then survived up to five kills.
        if (rounds.length < 5 && kill < killsEach) continue;
        const probe = new Device('probe', next);
        const cloths = names(await probe.open(`${server.url}/cloths`), 'tile-name');
        const drafts = names(await probe.open(`${server.url}/drafts`), 'setup-name');
        for (const round of rounds) {
          const [more, looked] = check(round, cloths, drafts);
          answered += more;
          checked += looked;
        }
        rounds = [];
      }
    } finally {
      await server.stop();
    }
    console.log(`${killsEach} kills, ${answered} answered writes, ${checked} looked up again, none lost`);
    expect(answered).toBeGreaterThan(killsEach);
  });
}

// What every part of the sheet shares: the job and its revision, what is looked at, the way to say and to show.
// No rule lives here.

import { ask, Away, onceKey, query, tell } from "./api.js";
import { swap } from "./swap.js";

const byId = (id) => document.getElementById(id);

export function sheetStore() {
  return {
    base: "", revision: 1, stage: "", moves: "body", kinds: {}, view: {}, step: 1, busy: false, swapping: false,
    leadWas: null, deltaWas: null, ghosts: 0, queue: Promise.resolve(),

    open(data) {
      this.base = data.base;
      this.revision = Number(data.revision);
      this.stage = data.stage;
      this.moves = data.moves;
      this.kinds = JSON.parse(data.kinds);
      this.step = Number(data.stepMm);
      this.readAddress(data.address);
    },
    readAddress(address) {
      this.view = Object.fromEntries(new URLSearchParams(address.split("?")[1] || ""));
      history.replaceState(null, "", address);
    },

    // ── the server ──

    sized() {
      const board = byId("board");
      const phone = window.innerWidth <= 760;
      return { ...this.view, w: String(board.clientWidth), h: String(phone ? 300 : board.clientHeight) };
    },
    body(more) {
      return { base: this.revision, stage: this.stage, view: this.sized(), ...more };
    },
    // A question about what is looked at; undefined where a later one took its place or nobody answered, which is said.
    async ask(lane, what, more = {}, as = "json") {
      try {
        return await ask(lane, `${this.base}/${what}?${query({ ...this.view, ...more })}`, as);
      } catch (error) {
        if (!(error instanceof Away)) throw error;
        this.say(this.plain(error.message), "wrong");
        return undefined;
      }
    },
    tell(what, more) {
      return tell(`${this.base}/${what}`, this.body(more));
    },
    // One after the other: a change made while another is on its way waits for it, so that none is lost.
    send(what, more) {
      return this.inTurn(() => this.sendNow(what, more));
    },
    inTurn(change) {
      const mine = this.queue.then(async () => {
        this.busy = true;
        try {
          return await change();
        } finally {
          this.busy = false;
        }
      });
      this.queue = mine.catch(() => null);
      return mine;
    },
    async sendNow(what, more) {
      this.ghosts += 1;
      const answer = await this.tell(what, { key: onceKey(), ...more });
      if (answer.kind === "done") this.take(answer);
      else if (answer.kind === "clash") this.clash(answer, what, more);
      return answer;
    },
    take(answer) {
      this.show(answer);
      const meanwhile = answer.meanwhile?.length ? ` Meanwhile ${answer.meanwhile.join("; ")}.` : "";
      byId("announce").textContent = (answer.delta || "") + meanwhile;
      if (meanwhile) this.say(this.plain(meanwhile), "heard");
    },
    show(answer) {
      this.revision = answer.revision;
      this.leadWas = null;
      this.deltaWas = null;
      this.swapping = true; // a browser may call a field changed when it is taken out half typed
      swap(answer.regions);
      this.swapping = false;
      this.readAddress(answer.address);
      byId("tape").placeholder = byId("tape-hint").textContent;
      window.dispatchEvent(new CustomEvent("sheet-shown", { detail: answer }));
    },
    // Look at something else: other views, another subject, another size of window.
    async look(changes = {}) {
      Object.assign(this.view, changes);
      const answer = await this.ask("parts", `${this.stage}/parts`, this.sized());
      if (answer) this.show(answer);
    },
    subject(ref) {
      const kind = this.kinds[/^[a-z](?=\d)/.exec(ref)?.[0]];
      if (kind) this.look({ [kind]: ref });
      delete this.view.projector;
    },
    promote(name) {
      delete this.view.zoom;
      this.look({ lead: name });
    },

    // ── what is said back ──

    plain(text) {
      const span = document.createElement("span");
      span.textContent = text;
      return span.innerHTML;
    },
    words(answer) {
      return answer.html || this.plain(answer.say || "");
    },
    say(html, kind) {
      const place = byId("tape-say");
      place.innerHTML = html; // escaped by the server
      place.className = `tape-say${kind ? ` tape-${kind}` : ""}`;
    },
    refuse(answer) {
      if (answer?.kind === "refused") this.say(this.words(answer), "wrong");
    },

    // ── ghosts: what a change would come to, on the lead view and the delta line ──

    ghost(answer) {
      const lead = byId("lead-svg");
      const delta = byId("delta");
      this.leadWas ??= lead.innerHTML;
      this.deltaWas ??= delta.innerHTML;
      lead.innerHTML = answer.lead;
      delta.innerHTML = answer.delta ? `would be: ${answer.delta}` : ""; // escaped by the server
    },
    unghost() {
      if (this.leadWas !== null) byId("lead-svg").innerHTML = this.leadWas;
      if (this.deltaWas !== null) byId("delta").innerHTML = this.deltaWas;
      this.leadWas = null;
      this.deltaWas = null;
      this.ghosts += 1;
    },
    // Try a change and show it, unless something else was tried or done since.
    async tryOut(what, more) {
      const mine = ++this.ghosts;
      const answer = await this.tell(what, more);
      return mine === this.ghosts ? answer : undefined;
    },

    // ── two people at one place ──

    clash(answer, what, more) {
      const box = byId("clash");
      const text = document.createElement("p");
      text.textContent = answer.say;
      box.hidden = false;
      box.replaceChildren(text);
      const mine = () => {
        this.revision = answer.head;
        this.send(what, more);
      };
      for (const [words, act] of [["put mine", mine], ["keep theirs", () => this.look()]]) {
        const button = document.createElement("button");
        button.type = "button";
        button.className = "cure";
        button.textContent = words;
        button.addEventListener("click", act);
        box.append(button, " ");
      }
    },
  };
}

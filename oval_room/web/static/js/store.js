// What every part of the sheet shares: the job and its revision, what is looked at, the way to say and to show.
// No rule lives here.

import { ask, Away, onceKey, query, tell } from "./api.js";
import { swap } from "./swap.js";

const ROOM = ["head", "tabs", "rail", "room", "reckoning", "keys"]; // of a page that is not the sheet
const byId = (id) => document.getElementById(id);

export function sheetStore() {
  return {
    base: "", revision: 1, stage: "", moves: "body", kinds: {}, view: {}, step: 1, busy: false, swapping: false,
    here: "", // a page of the job that is not its sheet: its own address
    leadWas: null, deltaWas: null, ghosts: 0, queue: Promise.resolve(),

    open(data) {
      this.base = data.base;
      this.revision = Number(data.revision);
      this.stage = data.stage;
      this.moves = data.moves;
      this.kinds = JSON.parse(data.kinds);
      this.step = Number(data.stepMm);
      this.here = data.here || "";
      this.readAddress(data.address);
    },
    readAddress(address) {
      this.view = Object.fromEntries(new URLSearchParams(address.split("?")[1] || ""));
      if (this.here) this.view.room = "1";
      else history.replaceState(null, "", address);
    },
    // What lies in the middle: the sheet's board, or the page.
    middle() {
      return byId("board") || byId("room");
    },

    // ── the server ──

    sized() {
      const board = this.middle();
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
      if (this.here) {
        this.renew(answer);
        return;
      }
      this.put(answer.regions);
      this.readAddress(answer.address);
      this.told(answer);
    },
    put(regions) {
      this.swapping = true; // a browser may call a field changed when it is taken out half typed
      swap(regions);
      this.swapping = false;
    },
    told(answer) {
      byId("tape").placeholder = byId("tape-hint").textContent;
      window.dispatchEvent(new CustomEvent("sheet-shown", { detail: answer }));
    },
    // A page that is not the sheet asks for itself again, and puts in what has changed.
    async renew(answer = {}) {
      let html;
      try {
        html = await ask("room", this.here, "text", true);
      } catch (error) {
        if (!(error instanceof Away)) throw error;
        this.say(this.plain(error.message), "wrong");
      }
      if (html === undefined) return;
      const fresh = new DOMParser().parseFromString(html, "text/html");
      if (!fresh.getElementById("room")) { // it is not there any more, which the page itself says
        window.location.assign(this.here);
        return;
      }
      const there = ROOM.filter((id) => fresh.getElementById(id));
      this.put(Object.fromEntries(there.map((id) => [id, fresh.getElementById(id).innerHTML])));
      this.revision = Math.max(this.revision, Number(fresh.querySelector(".sheet")?.dataset.revision || 0));
      byId("delta").textContent = answer.delta || "";
      this.told(answer);
    },
    // Look at something else: other views, another subject, another size of window.
    async look(changes = {}) {
      Object.assign(this.view, changes);
      if (this.here) {
        this.turn(changes);
        return;
      }
      const answer = await this.ask("parts", `${this.stage}/parts`, this.sized());
      if (answer) this.show(answer);
    },
    // The same page about something else.
    turn(changes) {
      const [path, query] = this.here.split("?");
      const asked = { ...Object.fromEntries(new URLSearchParams(query || "")), ...changes };
      this.here = `${path}?${new URLSearchParams(asked)}`;
      history.replaceState(null, "", this.here);
      this.renew();
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
      this.deltaWas ??= delta.innerHTML;
      if (lead) {
        this.leadWas ??= lead.innerHTML;
        lead.innerHTML = answer.lead;
      }
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

// The tape line: reads back what it understood, shows it as a ghost, does it on Enter. And the phone's keys for it.
// Lines that are entered wait in their order: each is done or asked about by itself, and none is lost however fast they
// come. What is being typed is never touched.

import { onceKey } from "./api.js";

const REMEMBERED = 60;
const LENGTH = /[\d¼½⅛⅜⅝⅞'"′″./]\s*$/; // a length is being typed: the phone shows its keys, else words
const onPhone = () => window.innerWidth <= 760;

export function tape() {
  return {
    timer: 0, options: [], option: -1, past: [], pastAt: 0,
    asked: false, // the options are all that the line can mean
    picking: false, // Enter was pressed on such a line: a digit takes a choice
    waiting: [], // lines that were entered; the first is on its way, or held
    working: false,
    held: null, // what the first line was answered with that was not done
    answering: false, // the held line stands in the field

    init() {
      this.field = document.getElementById("tape");
      this.past = this.recall("tape");
      this.pastAt = this.past.length;
      this.waiting = this.recall("waits"); // the page was left while they waited
      this.work();
      this.field.addEventListener("focus", () => this.keys());
      if (!onPhone()) this.field.focus();
      if (this.field.value) this.typing(); // typed before the page was ready
    },
    sheet() {
      return window.Alpine.store("sheet");
    },
    typing() {
      this.option = -1;
      this.asked = false;
      this.picking = false;
      clearTimeout(this.timer);
      this.timer = setTimeout(() => this.hear(), 90);
      this.keys();
    },
    // The keys under the line: of lengths while one is typed; with nothing typed, what this stage is told by.
    keys() {
      this.$root.dataset.keys = LENGTH.test(this.field.value) ? "lengths" : "words";
      if (onPhone() && !this.field.value && !this.options.length) this.hear();
    },
    async hear() {
      const sheet = this.sheet();
      const line = this.field.value;
      if (!line.trim()) {
        sheet.ghosts += 1;
        this.clear();
        if (!onPhone()) return;
        const words = await sheet.tryOut("heard", { line: "" });
        if (words && !this.field.value) this.offer(words.options);
        return;
      }
      const answer = await sheet.tryOut("heard", { line });
      if (!answer) return;
      sheet.say(sheet.words(answer), ["heard", "told"].includes(answer.kind) ? "heard" : "");
      this.offer(answer.options || [], answer.kind === "asked");
      if (answer.kind === "heard") sheet.ghost(answer);
      else sheet.unghost();
    },
    clear() {
      this.sheet().unghost();
      this.sheet().say("", "");
      this.offer([]);
    },
    offer(options, asked = false) {
      this.options = options.slice(0, 6);
      this.option = -1;
      this.asked = asked;
      this.picking = false;
      const buttons = this.options.map((option, n) => {
        const button = document.createElement("button");
        button.type = "button";
        button.dataset.option = asked || !onPhone() || /\d/.test(option) ? option : `${option} `; // more is to come
        button.textContent = option;
        if (asked) button.dataset.digit = String(n + 1);
        return button;
      });
      this.$root.classList.toggle("tape-asks", asked);
      document.getElementById("tape-options").replaceChildren(...buttons);
    },
    // A choice of an asked line, by its digit, with an arrow or by a press: it stands in the line and is read back.
    choose(n) {
      this.option = (n + this.options.length) % this.options.length;
      this.field.value = this.options[this.option];
      const buttons = document.querySelectorAll("#tape-options button");
      buttons.forEach((button, at) => button.setAttribute("aria-pressed", String(at === this.option)));
    },
    enter() {
      const line = this.field.value.trim();
      if (!line) return;
      if (this.asked && this.option < 0 && (this.answering || !this.waiting.length)) {
        this.picking = true;
        return;
      }
      clearTimeout(this.timer);
      this.sheet().ghosts += 1; // a read-back on its way is of no line any more
      this.keep(line);
      if (this.answering) {
        const [first] = this.waiting; // the same line again is the same change: its answer may have been lost
        this.waiting[0] = { line, key: first.line === line ? first.key : onceKey() };
        this.held = null;
        this.answering = false;
      } else this.waiting.push({ line, key: onceKey() });
      this.field.value = "";
      this.$root.dataset.keys = "words";
      this.offer([]);
      if (this.held) this.bring();
      else this.work();
    },
    // One line after the other, until one is not done: that one is held, and those after it wait.
    async work() {
      this.shown();
      if (this.working) return;
      this.working = true;
      while (this.waiting.length && !this.held) {
        const answer = await this.sheet().send("say", this.waiting[0]);
        if (["done", "goes", "heard", "clash"].includes(answer.kind)) {
          this.waiting.shift();
          this.taken(answer);
        } else this.held = answer;
        this.shown();
      }
      this.working = false;
      if (this.held) this.bring();
    },
    taken(answer) {
      const sheet = this.sheet();
      if (answer.kind === "goes") this.go(answer);
      else if (answer.kind !== "clash" && !this.field.value) {
        sheet.say(sheet.words(answer), "heard");
        if (answer.kind === "heard") sheet.ghost(answer);
      }
    },
    // The held line comes back with its question as soon as nothing else is being typed.
    bring() {
      this.shown();
      if (this.field.value.trim()) return;
      const answer = this.held;
      this.answering = true;
      this.field.value = this.waiting[0].line;
      this.sheet().say(this.sheet().words(answer), answer.asked ? "" : "wrong");
      this.offer(answer.options || [], answer.asked);
      this.picking = Boolean(answer.asked);
      this.shown();
    },
    // The lines that wait, but for the one in the field.
    shown() {
      const list = document.getElementById("tape-waits");
      const lines = this.answering ? this.waiting.slice(1) : this.waiting;
      list.replaceChildren(...lines.map(({ line }, n) => {
        const item = document.createElement("li");
        item.textContent = line;
        if (this.held && !this.answering && n === 0) item.className = "tape-held";
        return item;
      }));
      list.hidden = !lines.length;
      this.$root.toggleAttribute("aria-busy", this.waiting.length > 0 && !this.held);
      this.store("waits", this.waiting);
    },

    // ── lines of before, also after a reload ──

    keep(line) {
      if (this.past.at(-1) !== line) this.past.push(line);
      this.past = this.past.slice(-REMEMBERED);
      this.pastAt = this.past.length;
      this.store("tape", this.past);
    },
    store(what, lines) {
      try {
        sessionStorage.setItem(`${what} ${this.sheet().base}`, JSON.stringify(lines));
      } catch {
        // a browser that keeps nothing: they are there until the page is left
      }
    },
    recall(what) {
      try {
        return JSON.parse(sessionStorage.getItem(`${what} ${this.sheet().base}`)) || [];
      } catch {
        return [];
      }
    },
    // A line that only says where to go: a page, a panel, what is looked at.
    go(answer) {
      if (!this.field.value) this.clear();
      if (answer.subject) this.sheet().subject(answer.subject);
      else if (answer.panel && !this.sheet().here) this.$dispatch("open-panel", { name: answer.panel, more: {} });
      else if (!this.waiting.length && !this.field.value) window.location.assign(answer.address);
    },
    fill(event) {
      this.field.value = event.detail;
      this.field.focus();
      this.keys();
      this.hear();
    },

    // ── keys ──

    key(event) {
      const digit = Number(event.key);
      if (this.picking && digit >= 1 && digit <= this.options.length) {
        event.preventDefault();
        this.choose(digit - 1);
        this.enter();
        return;
      }
      const act = { Enter: "enter", Escape: "leave", ArrowUp: "back", ArrowDown: "forth" }[event.key];
      if (!act) return;
      event.preventDefault();
      this[act]();
    },
    leave() {
      this.field.value = "";
      this.clear();
      if (this.answering) { // the held line is given up; those after it go on
        this.waiting.shift();
        this.held = null;
        this.answering = false;
        this.work();
      }
      this.sheet().middle().focus();
    },
    back() {
      if (this.asked) this.choose(this.option < 0 ? -1 : this.option - 1);
      else this.remember(-1);
    },
    forth() {
      const offered = this.options.length && this.field.value.trim() && this.pastAt === this.past.length;
      if (this.asked || offered) this.choose(this.option + 1);
      else this.remember(1);
    },
    remember(by) {
      this.pastAt = Math.min(Math.max(this.pastAt + by, 0), this.past.length);
      this.field.value = this.past[this.pastAt] || "";
      this.typing();
    },

    // ── the phone's keys ──

    pad(event) {
      const key = event.detail;
      if (key === "next") {
        this.enter();
        return;
      }
      const value = this.field.value;
      const at = this.field.selectionStart ?? value.length;
      const mark = /\d$/.test(value.slice(0, at)) && "¼½⅛".includes(key) ? ` ${key}` : key;
      const back = key === "back";
      const start = value.slice(0, back ? Math.max(at - 1, 0) : at);
      this.field.value = start + (back ? "" : mark) + value.slice(at);
      const place = start.length + (back ? 0 : mark.length);
      this.field.focus();
      this.field.setSelectionRange(place, place);
      this.typing();
    },
  };
}

// The phone's own row of keys.
export function keypad() {
  return {
    press(event) {
      const key = event.target.closest("[data-pad]")?.dataset.pad;
      if (key) this.$dispatch("pad", key);
    },
  };
}

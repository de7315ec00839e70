// The tape line: reads back what it understood, shows it as a ghost, does it on Enter. And the phone's keys for it.

export function tape() {
  return {
    timer: 0, options: [], option: -1, past: [], pastAt: 0,
    asked: false, // the options are all that the line can mean
    picking: false, // Enter was pressed on such a line: a digit takes a choice

    init() {
      this.field = document.getElementById("tape");
      if (window.innerWidth > 760) this.field.focus();
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
    },
    async hear() {
      const sheet = this.sheet();
      const line = this.field.value;
      if (!line.trim()) {
        sheet.ghosts += 1;
        this.clear();
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
        button.dataset.option = option;
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
    async enter() {
      const sheet = this.sheet();
      const line = this.field.value;
      if (!line.trim()) return;
      if (this.asked && this.option < 0) {
        this.picking = true;
        return;
      }
      clearTimeout(this.timer);
      const answer = await sheet.send("say", { line });
      if (answer.kind === "done") {
        this.past.push(line);
        this.pastAt = this.past.length;
        this.field.value = "";
        sheet.say(sheet.words(answer), "heard");
        this.offer([]);
      } else if (answer.kind === "goes") {
        this.go(answer);
      } else if (answer.kind === "heard") {
        sheet.say(sheet.words(answer), "heard");
        sheet.ghost(answer);
      } else if (answer.kind !== "clash") {
        sheet.say(sheet.words(answer), answer.asked ? "" : "wrong");
        this.offer(answer.options || [], answer.asked);
        this.picking = Boolean(answer.asked);
      }
    },
    // A line that only says where to go: a page, a panel, what is looked at.
    go(answer) {
      this.field.value = "";
      this.clear();
      if (answer.subject) this.sheet().subject(answer.subject);
      else if (answer.panel) this.$dispatch("open-panel", { name: answer.panel, more: {} });
      else window.location.assign(answer.address);
    },
    fill(event) {
      this.field.value = event.detail;
      this.field.focus();
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
      const act = { Enter: "enter", Escape: "leave", Tab: "next", ArrowUp: "back", ArrowDown: "forth" }[event.key];
      if (!act || (act === "next" && (event.shiftKey || !this.options.length || !this.field.value.trim()))) return;
      event.preventDefault();
      this[act]();
    },
    leave() {
      this.field.value = "";
      this.clear();
      document.getElementById("board").focus();
    },
    next() {
      this.choose(this.option + 1);
    },
    back() {
      if (this.asked) this.choose(this.option < 0 ? -1 : this.option - 1);
      else this.remember(-1);
    },
    forth() {
      if (this.asked) this.choose(this.option + 1);
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

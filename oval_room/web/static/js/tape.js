// The tape line: reads back what it understood, shows it as a ghost, does it on Enter. And the phone's keys for it.

export function tape() {
  return {
    timer: 0, options: [], option: -1, past: [], pastAt: 0,

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
      sheet.say(sheet.words(answer), answer.kind === "heard" ? "heard" : "");
      this.offer(answer.options || []);
      if (answer.kind === "heard") sheet.ghost(answer);
      else sheet.unghost();
    },
    clear() {
      this.sheet().unghost();
      this.sheet().say("", "");
      this.offer([]);
    },
    offer(options) {
      this.options = options;
      const buttons = options.slice(0, 6).map((option) => {
        const button = document.createElement("button");
        button.type = "button";
        button.dataset.option = option;
        button.textContent = option;
        return button;
      });
      document.getElementById("tape-options").replaceChildren(...buttons);
    },
    async enter() {
      const sheet = this.sheet();
      const line = this.field.value;
      if (!line.trim()) return;
      clearTimeout(this.timer);
      const answer = await sheet.send("say", { line });
      if (answer.kind === "done") {
        this.past.push(line);
        this.pastAt = this.past.length;
        this.field.value = "";
        sheet.say(sheet.words(answer), "heard");
        this.offer([]);
      } else if (answer.kind === "heard") {
        sheet.say(sheet.words(answer), "heard");
        sheet.ghost(answer);
      } else if (answer.kind !== "clash") {
        sheet.say(sheet.words(answer), "wrong");
        this.offer(answer.options || []);
      }
    },
    fill(event) {
      this.field.value = event.detail;
      this.field.focus();
      this.hear();
    },

    // ── keys ──

    key(event) {
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
      this.option = (this.option + 1) % this.options.length;
      this.field.value = this.options[this.option];
    },
    back() {
      this.remember(-1);
    },
    forth() {
      this.remember(1);
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

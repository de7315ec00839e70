// The sheet: says what was typed, clicked or pressed to the server and puts its regions in place of the old ones.
// No rule lives here. Latest wins: an answer that is older than the last one asked for is dropped.
"use strict";

document.addEventListener("alpine:init", () => {
  Alpine.data("sheet", () => ({
    job: "", revision: 1, stage: "survey", view: {}, asked: 0, looked: 0, busy: false, leadWas: null, timer: 0, sizeTimer: 0, options: [], option: -1, past: [], pastAt: 0,

    init() {
      const data = this.$root.dataset;
      this.job = data.job;
      this.revision = Number(data.revision);
      this.stage = data.stage;
      this.readAddress(data.address);
      this.tape = document.getElementById("tape");
      this.tape.addEventListener("input", () => this.typing());
      window.addEventListener("resize", () => this.resized());
      this.resized();
      ovalGrips.start(this);
      ovalZoom.start(this);
      ovalSurvey.start(this);
      ovalChoosing.start(this);
      this.drawn();
      if (window.innerWidth > 760) this.tape.focus();
      if (this.tape.value) this.typing(); // typed before the page was ready
    },

    readAddress(address) {
      this.view = Object.fromEntries(new URLSearchParams(address.split("?")[1] || ""));
      history.replaceState(null, "", address);
    },

    // ── the server ──

    body(more) {
      return { base: this.revision, stage: this.stage, view: this.sized(), ...more };
    },
    sized() {
      const board = document.getElementById("board");
      const phone = window.innerWidth <= 760;
      return { ...this.view, w: String(board.clientWidth), h: String(phone ? 300 : board.clientHeight) };
    },
    key() {
      return crypto.randomUUID ? crypto.randomUUID() : String(Math.random()).slice(2);
    },
    // One after the other: a change made while another is on its way waits for it, so that none is lost.
    send(what, more) {
      const mine = (this.queue || Promise.resolve()).then(() => this.sendNow(what, more));
      this.queue = mine.catch(() => null);
      return mine;
    },
    async sendNow(what, more) {
      this.busy = true;
      this.asked += 1;
      this.looked += 1;
      const answer = await ovalPost(`/jobs/${this.job}/${what}`, this.body({ key: this.key(), ...more }));
      this.busy = false;
      if (answer.kind === "done") this.take(answer);
      else if (answer.kind === "clash") this.clash(answer, what, more);
      return answer;
    },
    take(answer) {
      this.revision = answer.revision;
      this.leadWas = null;
      this.regions(answer.regions);
      ovalGrips.show(answer.grips);
      this.readAddress(answer.address);
      const others = answer.meanwhile && answer.meanwhile.length ? ` Meanwhile ${answer.meanwhile.join("; ")}.` : "";
      document.getElementById("announce").textContent = (answer.delta || "") + others;
      if (others) this.sayBack(this.plain(others), "heard");
    },
    drawn() {
      ovalProjection.draw();
      ovalSurvey.drawn();
    },
    regions(regions) {
      const focus = document.activeElement && document.activeElement.id;
      const open = document.querySelector(".others")?.open;
      const scroll = document.getElementById("rail").scrollTop;
      const unsaid = this.unsaid();
      this.swapping = true; // a browser may call a field changed when it is taken out half typed
      for (const [id, html] of Object.entries(regions)) document.getElementById(id).innerHTML = html;
      this.swapping = false;
      document.getElementById("rail").scrollTop = scroll;
      if (open && document.querySelector(".others")) document.querySelector(".others").open = true;
      this.putBack(unsaid);
      if (focus && document.getElementById(focus)) document.getElementById(focus).focus();
      this.drawn();
    },
    // Entries that hold something typed and not yet taken keep it through a swap, with what was said against it.
    unsaid() {
      return [...document.querySelectorAll(".entry input[data-say]")].filter((field) => field.value !== field.dataset.was).map((field) => ({
        id: field.id, say: field.dataset.say, value: field.value, sent: field.dataset.sent, wrong: field.closest(".entry").querySelector(".wrong").innerHTML,
        bad: field.getAttribute("aria-invalid") === "true", from: field.selectionStart, to: field.selectionEnd,
      }));
    },
    putBack(fields) {
      for (const kept of fields) {
        const field = document.getElementById(kept.id);
        if (!field || field.dataset.say !== kept.say || kept.sent === kept.value) continue;
        field.value = kept.value;
        if (kept.bad) this.wrong(field, kept.wrong);
        else if (document.activeElement === document.body) field.focus();
        field.setSelectionRange(kept.from, kept.to);
      }
    },
    async look(changes) {
      Object.assign(this.view, changes);
      const mine = ++this.looked;
      const query = new URLSearchParams(this.sized());
      const answer = await fetch(`/jobs/${this.job}/${this.stage}/parts?${query}`);
      if (mine !== this.looked || !answer.ok) return;
      const parts = await answer.json();
      this.revision = parts.revision;
      this.leadWas = null;
      this.regions(parts.regions);
      ovalGrips.show(parts.grips);
      this.readAddress(parts.address);
    },
    resized() {
      clearTimeout(this.sizeTimer);
      const size = document.querySelector("#lead-svg svg")?.viewBox.baseVal;
      const box = document.getElementById("lead-svg");
      if (size && Math.abs(size.width - box.clientWidth) + Math.abs(size.height - box.clientHeight) < 6) return;
      this.sizeTimer = setTimeout(() => this.look({}), 60);
    },

    // ── the tape line ──

    typing() {
      this.option = -1;
      clearTimeout(this.timer);
      this.timer = setTimeout(() => this.hear(), 90);
    },
    async hear() {
      const line = this.tape.value;
      const mine = ++this.asked;
      if (!line.trim()) return this.unghost();
      const answer = await ovalPost(`/jobs/${this.job}/heard`, this.body({ line }));
      if (mine !== this.asked) return;
      this.sayBack(this.words(answer), answer.kind === "heard" ? "heard" : "");
      this.offer(answer.options || []);
      if (answer.kind === "heard") this.ghost(answer);
      else this.unghost(true);
    },
    sayBack(text, kind) {
      const say = document.getElementById("tape-say");
      say.innerHTML = text; // escaped by the server
      say.className = `tape-say${kind ? ` tape-${kind}` : ""}`;
    },
    words(answer) {
      return answer.html || this.plain(answer.say || "");
    },
    plain(text) {
      const span = document.createElement("span");
      span.textContent = text;
      return span.innerHTML;
    },
    offer(options) {
      this.options = options;
      const box = document.getElementById("tape-options");
      box.replaceChildren(...options.slice(0, 6).map((option) => {
        const button = document.createElement("button");
        button.type = "button";
        button.dataset.option = option;
        button.textContent = option;
        return button;
      }));
    },
    ghost(answer) {
      const lead = document.getElementById("lead-svg");
      if (this.leadWas === null) this.leadWas = lead.innerHTML;
      lead.innerHTML = answer.lead;
      const delta = document.getElementById("delta");
      if (delta.dataset.was === undefined) delta.dataset.was = delta.innerHTML;
      delta.innerHTML = answer.delta ? `would be: ${answer.delta}` : ""; // escaped by the server
    },
    unghost(keepWords) {
      if (this.leadWas !== null) document.getElementById("lead-svg").innerHTML = this.leadWas;
      this.leadWas = null;
      const delta = document.getElementById("delta");
      if (delta.dataset.was !== undefined) delta.innerHTML = delta.dataset.was;
      delete delta.dataset.was;
      if (!keepWords) {
        this.sayBack("", "");
        this.offer([]);
      }
    },
    async say(line, field) {
      clearTimeout(this.timer);
      if (field) field.dataset.sent = field.value;
      const answer = await this.send("say", { line });
      if (!answer) return;
      if (answer.kind === "done") {
        if (!field) {
          this.past.push(line);
          this.pastAt = this.past.length;
          this.tape.value = "";
          this.sayBack(this.words(answer), "heard");
          this.offer([]);
        }
      } else if (answer.kind === "heard") {
        this.sayBack(this.words(answer), "heard");
        this.ghost(answer);
      } else if (field) this.wrong(field, this.words(answer));
      else {
        this.sayBack(this.words(answer), "wrong");
        this.offer(answer.options || []);
      }
    },
    wrong(field, text) {
      delete field.dataset.sent;
      const place = field.closest(".entry").querySelector(".wrong");
      place.innerHTML = text; // escaped by the server
      place.hidden = false;
      field.setAttribute("aria-invalid", "true");
    },
    clash(answer, what, more) {
      const box = document.getElementById("clash");
      box.hidden = false;
      box.replaceChildren();
      const text = document.createElement("p");
      text.textContent = answer.say;
      box.append(text);
      for (const [words, act] of [["put mine", () => { this.revision = answer.head; this.send(what, more); }], ["keep theirs", () => this.look({})]]) {
        const button = document.createElement("button");
        button.type = "button";
        button.className = "cure";
        button.textContent = words;
        button.addEventListener("click", act);
        box.append(button, " ");
      }
    },

    // ── what the hand does ──

    clicked(event) {
      const at = event.target.closest("[data-copy], [data-pad], [data-breaking], [data-try], [data-reason], [data-accept], [data-cure], [data-figure], [data-promote], [data-layer], [data-step], [data-flip], [data-settle], [data-open], [data-close], [data-option], [data-command], .dim[data-say], [data-ref]");
      if (!at) return;
      const data = at.dataset;
      if (data.pad) this.pad(data.pad);
      else if ("breaking" in data) this.breaking();
      else if (data.try) this.tryCures(at);
      else if (data.reason) this.reason(at);
      else if (data.accept) this.send("accept", { finding: data.accept, back: true });
      else if (data.cure) this.send("cure", { finding: data.cure, number: Number(data.number) });
      else if (data.figure) this.working(data.figure);
      else if (data.promote) {
        delete this.view.zoom;
        this.look({ lead: data.promote });
      }
      else if (data.layer) this.layer(at);
      else if (data.step) this.step(data.step === "redo");
      else if (data.flip) this.say(`units ${data.flip}`);
      else if (data.settle) this.send("settle", { settle: data.settle });
      else if (data.open) this.send("settle", { settle: data.open, open: true });
      else if ("copy" in data) navigator.clipboard?.writeText(at.closest(".working").querySelector(".copied").innerText.trim());
      else if (data.close) document.getElementById(data.close).hidden = true;
      else if (data.option) this.fill(data.option);
      else if (data.command) this.send("commits", { command: JSON.parse(data.command) });
      else if (data.say) this.fill(`${event.target.classList.contains("dim-held") ? data.swap : data.say} `);
      else if (data.ref) this.subject(data.ref);
    },
    reason(button) {
      const box = document.createElement("input");
      box.className = "reason";
      box.maxLength = 300;
      box.placeholder = button.textContent === "override" ? "why it is right here" : "why (may be left out)";
      box.setAttribute("aria-label", box.placeholder);
      box.addEventListener("keydown", async (event) => {
        event.stopPropagation();
        if (event.key === "Escape") box.replaceWith(button);
        if (event.key !== "Enter") return;
        const answer = await this.send("accept", { finding: button.dataset.reason, why: box.value });
        if (answer && answer.kind === "refused") this.sayBack(this.words(answer), "wrong");
      });
      button.replaceWith(box);
      box.focus();
    },
    pad(key) {
      const at = this.tape.selectionStart ?? this.tape.value.length;
      const value = this.tape.value;
      if (key === "next") {
        if (value.trim()) this.say(value);
        return;
      }
      const mark = /\d$/.test(value.slice(0, at)) && "¼½⅛".includes(key) ? ` ${key}` : key;
      this.tape.value = key === "back" ? value.slice(0, Math.max(at - 1, 0)) + value.slice(at) : value.slice(0, at) + mark + value.slice(at);
      const place = key === "back" ? Math.max(at - 1, 0) : at + mark.length;
      this.tape.focus();
      this.tape.setSelectionRange(place, place);
      this.typing();
    },
    fill(text) {
      this.tape.value = text;
      this.tape.focus();
      this.hear();
    },
    subject(ref) {
      const kind = { p: "picture", s: "seat", k: "scene", j: "projector", w: "wall" }[ref[0]];
      if (kind) this.look({ [kind]: ref });
      delete this.view.projector;
    },
    layer(button) {
      const pressed = button.getAttribute("aria-pressed") === "true";
      button.setAttribute("aria-pressed", String(!pressed));
      const off = [...document.querySelectorAll("[data-layer]")].filter((b) => b.getAttribute("aria-pressed") === "false").map((b) => b.dataset.layer);
      document.cookie = `off.${this.stage}=${off.join("-") || "none"}; path=/; samesite=strict; max-age=31536000`;
      this.look({});
    },
    async step(redo) {
      const answer = await this.send("step", { redo });
      if (answer && answer.kind === "refused") this.sayBack(this.words(answer), "wrong");
    },
    async working(figure) {
      const box = document.getElementById("working");
      const answer = await fetch(`/jobs/${this.job}/working?figure=${encodeURIComponent(figure)}`);
      if (!answer.ok) return;
      box.innerHTML = await answer.text();
      box.hidden = false;
      box.scrollIntoView({ block: "nearest" });
    },
    async breaking() {
      const box = document.getElementById("working");
      const answer = await fetch(`/jobs/${this.job}/breaking?${new URLSearchParams(this.view)}`);
      if (!answer.ok) return;
      box.innerHTML = await answer.text();
      box.hidden = false;
    },
    async tryCures(button) {
      const query = new URLSearchParams({ ...this.view, finding: button.dataset.try, stage: this.stage });
      const answer = await fetch(`/jobs/${this.job}/cures?${query}`);
      if (!answer.ok) return;
      const made = document.createElement("template");
      made.innerHTML = await answer.text();
      button.replaceWith(made.content);
    },
    async backwards(event) {
      const form = event.target.closest("[data-backwards]");
      if (!form) return;
      event.preventDefault();
      const query = new URLSearchParams({ ...this.view, figure: form.dataset.backwards, wanted: form.querySelector("input").value });
      const answer = await fetch(`/jobs/${this.job}/backwards?${query}`);
      document.getElementById("ways").innerHTML = answer.ok ? await answer.text() : "";
    },
    changed(event) {
      const field = event.target;
      if (this.swapping) return;
      if (field.dataset.subject) this.look({ [field.dataset.subject]: field.value });
      else if (field.dataset.say && field.value !== field.dataset.was) this.say(`${field.dataset.say} ${field.value || "-"}`, field);
    },
    // A finding lights up what it is about while it is pointed at or holds the focus.
    light(finding) {
      document.querySelectorAll(".lit").forEach((node) => node.classList.remove("lit"));
      for (const id of (finding?.dataset.about || "").split(" ").filter(Boolean)) {
        document.querySelectorAll(`.drawing [data-ref="${id}"]`).forEach((node) => node.classList.add("lit"));
      }
    },
    focused(event) {
      this.light(event.target.closest(".finding"));
      const cure = event.target.closest("[data-cure], [data-ghost]");
      if (cure) this.showCure(cure);
    },
    left(event) {
      if (event.target.closest("[data-cure], [data-ghost]")) this.unghost(true);
    },
    hovered(event) {
      if (event.target.closest("#reckoning")) this.light(event.target.closest(".finding"));
      const cure = event.target.closest("[data-cure], [data-ghost]");
      if (cure && !cure.contains(event.relatedTarget)) this.showCure(cure);
    },
    unhovered(event) {
      const cure = event.target.closest("[data-cure], [data-ghost]");
      if (cure && !cure.contains(event.relatedTarget)) this.unghost(true);
    },
    async showCure(cure) {
      if (this.busy) return;
      const mine = ++this.asked;
      const answer = cure.dataset.cure
        ? await ovalPost(`/jobs/${this.job}/cure?try_only=true`, this.body({ finding: cure.dataset.cure, number: Number(cure.dataset.number) }))
        : await ovalPost(`/jobs/${this.job}/try`, this.body({ command: JSON.parse(cure.dataset.command) }));
      if (mine === this.asked && answer.kind === "heard") this.ghost(answer);
    },

    // ── keys ──

    pressed(event) {
      if (event.target === this.tape) return this.tapeKey(event);
      const field = event.target.closest("input, select, textarea");
      if (field) {
        if (event.key === "Escape" && field.dataset.was !== undefined) { field.value = field.dataset.was; field.blur(); }
        if (event.key === "Enter" && field.dataset.say && field.tagName === "INPUT") { event.preventDefault(); field.blur(); }
        return undefined;
      }
      if (event.key === "Escape") return this.leave();
      if (event.ctrlKey || event.metaKey || event.altKey) return undefined;
      const onSheet = document.getElementById("board").contains(event.target);
      if (!onSheet) return undefined;
      return this.single(event);
    },
    single(event) {
      const stages = [...document.querySelectorAll(".stage-label")];
      const at = Number(event.key);
      if (at >= 1 && at <= stages.length) stages[at - 1].click();
      else if (event.key === "/") { event.preventDefault(); this.tape.focus(); }
      else if (event.key === "u") document.querySelector("[data-flip]").click();
      else if (event.key === "r") document.querySelector("#head a[href*='/print']").click();
      else if (event.key === "z") this.step(false);
      else if (event.key === "y") this.step(true);
      else if (event.key === "p") document.querySelector("#companions [data-promote]")?.click();
      else if (event.key === "n" || event.key === "b") this.walk(event.key === "n" ? 1 : -1);
      else if (event.key === "+" || event.key === "=" || event.key === "-") {
        const rect = document.getElementById("lead-svg").getBoundingClientRect();
        ovalZoom.by(event.key === "-" ? 1.25 : 1 / 1.25, rect.left + rect.width / 2, rect.top + rect.height / 2);
      } else if (event.key === "0") ovalZoom.reset();
      else if (event.key.startsWith("Arrow") && this.view.zoom) {
        const now = ovalZoom.window();
        const step = (now.u1 - now.u0) / 10;
        const [du, dv] = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
        ovalZoom.pan(du * step, dv * step);
      } else if (event.key === "?") window.open("/words", "_blank", "noopener");
    },
    walk(by) {
      const findings = [...document.querySelectorAll(".finding")].filter((one) => !one.closest("details:not([open])"));
      if (!findings.length) return;
      const at = findings.indexOf(document.activeElement.closest(".finding"));
      const next = findings[(at + by + findings.length) % findings.length];
      next.tabIndex = 0;
      (next.querySelector(".cure") || next).focus();
    },
    leave() {
      document.getElementById("working").hidden = true;
      this.unghost(true);
      document.getElementById("board").focus();
    },
    tapeKey(event) {
      if (event.key === "Enter") {
        event.preventDefault();
        if (this.tape.value.trim()) this.say(this.tape.value);
      } else if (event.key === "Escape") {
        this.tape.value = "";
        this.unghost();
        document.getElementById("board").focus();
      } else if (event.key === "Tab" && this.options.length && !event.shiftKey && this.tape.value.trim()) {
        event.preventDefault();
        this.option = (this.option + 1) % this.options.length;
        this.tape.value = this.options[this.option];
      } else if (event.key === "ArrowUp" || event.key === "ArrowDown") {
        event.preventDefault();
        this.pastAt = Math.min(Math.max(this.pastAt + (event.key === "ArrowUp" ? -1 : 1), 0), this.past.length);
        this.tape.value = this.past[this.pastAt] || "";
        this.typing();
      }
    },
  }));
});

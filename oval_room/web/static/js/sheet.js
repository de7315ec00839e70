// The sheet: puts its parts together, hears clicks that are nobody's own, and the keys that act while it has the focus.

import { grips } from "./grips.js";
import { link } from "./link.js";
import { panel } from "./panel.js";
import { drawProjection } from "./projection.js";
import { reckoning } from "./reckoning.js";
import { sheetStore } from "./store.js";
import { survey, tally } from "./survey.js";
import { keypad, tape } from "./tape.js";
import { zoom } from "./zoom.js";

const ACTS = [
  "breaking", "figure", "panel", "promote", "layer", "step", "flip", "settle", "open", "option", "command", "say",
  "ref", "take",
];
const ACTING = ACTS.map((name) => (name === "say" ? ".dim[data-say]" : `[data-${name}]`)).join(", ");
const byId = (id) => document.getElementById(id);

function sheet() {
  return {
    timer: 0,

    init() {
      const asked = new URLSearchParams(window.location.search);
      this.store().open(this.$root.dataset);
      this.$nextTick(() => this.opened(asked));
      window.addEventListener("resize", () => this.resized());
      this.resized();
      drawProjection();
      this.here();
    },
    // The tab of this page and stage, seen wherever a strip of them is swiped to.
    here() {
      for (const tab of document.querySelectorAll("#tabs [aria-current]")) {
        const strip = tab.closest(".tabs-stages, .tabs-pages");
        strip.scrollLeft = tab.offsetLeft - (strip.clientWidth - tab.offsetWidth) / 2;
      }
    },
    // An address that names a panel has it open.
    opened(asked) {
      const { open, ...more } = Object.fromEntries(asked);
      if (/^[a-z]+$/.test(open || "") && byId("working")) this.$dispatch("open-panel", { name: open, more });
    },
    store() {
      return window.Alpine.store("sheet");
    },
    shown() {
      drawProjection();
    },
    resized() {
      clearTimeout(this.timer);
      const size = document.querySelector("#lead-svg svg")?.viewBox.baseVal;
      const box = byId("lead-svg");
      if (!box) return;
      if (size && Math.abs(size.width - box.clientWidth) + Math.abs(size.height - box.clientHeight) < 6) return;
      this.timer = setTimeout(() => this.store().look(), 60);
    },

    // ── clicks ──

    clicked(event) {
      const at = event.target.closest(ACTING);
      if (!at) return;
      const act = ACTS.find((name) => name in at.dataset);
      this[act](at.dataset[act], at, event);
    },
    breaking() {
      this.$dispatch("open-panel", { name: "breaking" });
    },
    figure(key) {
      this.$dispatch("open-panel", { name: "working", more: { figure: key } });
    },
    panel(name, at) {
      this.$dispatch("open-panel", { name, more: at.dataset.gear ? { kind: at.dataset.gear } : {} });
    },
    promote(name) {
      this.store().promote(name);
    },
    layer(name, button) {
      const pressed = button.getAttribute("aria-pressed") === "true";
      button.setAttribute("aria-pressed", String(!pressed));
      const buttons = [...document.querySelectorAll("[data-layer]")];
      const off = buttons.filter((one) => one.getAttribute("aria-pressed") === "false").map((one) => one.dataset.layer);
      const { stage } = this.store();
      document.cookie = `off.${stage}=${off.join("-") || "none"}; path=/; samesite=strict; max-age=31536000`;
      this.store().look();
    },
    async step(way) {
      this.store().refuse(await this.store().send("step", { redo: way === "redo" }));
    },
    async flip(style) {
      this.store().refuse(await this.store().send("say", { line: `units ${style}` }));
    },
    async settle(stage) {
      this.store().refuse(await this.store().send("settle", { settle: stage }));
    },
    open(stage) {
      this.store().send("settle", { settle: stage, open: true });
    },
    option(line) {
      this.$dispatch("fill", line);
    },
    async command(json) {
      this.store().refuse(await this.store().send("commits", { command: JSON.parse(json) }));
    },
    say(line, string, event) {
      this.$dispatch("fill", `${event.target.classList.contains("dim-held") ? string.dataset.swap : line} `);
    },
    ref(id) {
      const [kind, of, number] = id.split(".");
      if (kind === "hole") this.$dispatch("open-panel", { name: "holes", more: { of, number } });
      else this.store().subject(id);
    },

    // ── entries and the subject ──

    async changed(event) {
      const field = event.target;
      const { subject, say, was } = field.dataset;
      if (this.store().swapping) return;
      if (subject) this.store().look({ [subject]: field.value });
      else if (say && field.value !== was) await this.entered(field, `${say} ${field.value || "-"}`);
    },
    async entered(field, line) {
      field.dataset.sent = field.value;
      const answer = await this.store().send("say", { line, shown: true });
      if (answer.kind === "done" || answer.kind === "clash") return;
      delete field.dataset.sent;
      const place = field.closest(".entry").querySelector(".wrong");
      place.innerHTML = this.store().words(answer); // escaped by the server
      if (answer.asked) place.append(...answer.options.map((option) => this.choice(option)));
      place.hidden = false;
      field.setAttribute("aria-invalid", "true");
    },

    // What an entry could mean, each a press away.
    choice(line) {
      const button = document.createElement("button");
      button.type = "button";
      button.className = "btn btn-plain";
      button.dataset.take = line;
      button.textContent = line;
      return button;
    },
    take(line, button) {
      const field = button.closest(".entry").querySelector("[data-say]");
      return this.entered(field, line);
    },

    // ── keys: single ones act only while the sheet has the focus ──

    pressed(event) {
      const field = event.target.closest("input, select, textarea");
      if ((event.ctrlKey || event.metaKey) && "zZyY".includes(event.key) && !field?.value) {
        event.preventDefault();
        this.step(event.shiftKey || "yY".includes(event.key) ? "redo" : "undo");
        return;
      }
      if (field) {
        this.inField(event, field);
        return;
      }
      const plain = !event.ctrlKey && !event.metaKey && !event.altKey;
      if (event.key === "Escape") this.leave();
      else if (plain && this.store().middle().contains(event.target)) this.single(event);
      else if (event.altKey && event.key.startsWith("Arrow") && byId("board")?.contains(event.target)) {
        event.preventDefault();
        this.$dispatch("zoom-key", event.key);
      }
    },
    inField(event, field) {
      if (event.key === "Escape" && field.dataset.was !== undefined) {
        field.value = field.dataset.was;
        field.blur();
      }
      if (event.key === "Enter" && field.dataset.say && field.tagName !== "SELECT") {
        event.preventDefault();
        field.blur();
      }
    },
    single(event) {
      const stages = [...document.querySelectorAll(".stage-label")];
      const { key } = event;
      if (Number(key) >= 1 && Number(key) <= stages.length) stages[Number(key) - 1].click();
      else if (key === "/") {
        event.preventDefault();
        byId("tape").focus();
      } else if (key === "u") document.querySelector("[data-flip]").click();
      else if (key === "r") document.querySelector("#tabs a[href*='/print']").click();
      else if (key === "z" || key === "y") this.step(key === "z" ? "undo" : "redo");
      else if (key === "p") document.querySelector("#companions [data-promote]")?.click();
      else if (key === "n" || key === "b") this.walk(key === "n" ? 1 : -1);
      else if ("+=-0".includes(key)) this.$dispatch("zoom-key", key);
      else if (key.startsWith("Arrow") && byId("board")) {
        event.preventDefault();
        this.$dispatch("nudge-subject", { key, shiftKey: event.shiftKey });
      }
      else if (key === "?") window.open("/words", "_blank", "noopener");
    },
    walk(by) {
      const every = [...document.querySelectorAll(".finding")];
      const findings = every.filter((one) => !one.closest("details:not([open])"));
      if (!findings.length) return;
      const at = findings.indexOf(document.activeElement.closest(".finding"));
      const next = findings[(at + by + findings.length) % findings.length];
      next.tabIndex = 0;
      (next.querySelector(".cure") || next).focus(); // cures that come a moment later take the focus then
    },
    leave() {
      this.$dispatch("close-panel");
      this.store().unghost();
      this.store().middle().focus();
    },
  };
}

document.addEventListener("alpine:init", () => {
  window.Alpine.store("sheet", sheetStore());
  const parts = [sheet, tape, keypad, reckoning, panel, grips, zoom, survey, tally, link];
  for (const part of parts) window.Alpine.data(part.name, part);
});

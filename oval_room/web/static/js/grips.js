// Grips over the lead view: they live in an overlay that is never swapped, so a drag survives every new drawing.
// While one moves: one request in flight, the latest place waits, older answers are dropped. On release: one commit.
import { onceKey } from "./api.js";
import { drawProjection } from "./projection.js";

// Where the lead view stands in the window, and its scale: what turns pixels into millimetres.
export function leadFrame() {
  const svg = document.querySelector("#lead-svg svg");
  if (!svg) return null;
  const [left, top, u0, v1] = svg.dataset.frame.split(" ").map(Number);
  const rect = svg.getBoundingClientRect();
  const zoom = rect.width / svg.viewBox.baseVal.width;
  return { view: svg.dataset.view, left, top, u0, v1, scale: Number(svg.dataset.scale), zoom, rect };
}

// Whether a hand holds a grip now.
export const holding = () => document.querySelector(".grip-held") !== null;

const byId = (id) => document.getElementById(id);

export function grips() {
  return {
    held: null, group: "", nudged: "", nudgedAt: 0, next: null,

    init() {
      this.show(JSON.parse(this.$root.dataset.grips));
    },
    sheet() {
      return window.Alpine.store("sheet");
    },
    shown(event) {
      this.show(event.detail.grips);
    },
    escaped(event) {
      if (event.key !== "Escape" || !this.held) return;
      event.stopPropagation();
      this.leave();
    },

    place(button, u, v, frame) {
      const own = this.$root.getBoundingClientRect();
      const x = (frame.left + (u - frame.u0) * frame.scale) * frame.zoom + frame.rect.left - own.left;
      const y = (frame.top + (frame.v1 - v) * frame.scale) * frame.zoom + frame.rect.top - own.top;
      button.style.left = `${x + Number(button.dataset.off || 0)}px`;
      button.style.top = `${y}px`;
    },
    show(grips) {
      if (this.held) return;
      const frame = leadFrame();
      const focus = document.activeElement && document.activeElement.dataset && document.activeElement.dataset.grip;
      this.$root.replaceChildren(...(frame ? grips : []).map((grip) => {
        const button = document.createElement("button");
        button.type = "button";
        button.className = `grip grip-${grip.moves}`;
        button.dataset.grip = grip.key;
        button.dataset.of = grip.of;
        button.dataset.at = JSON.stringify([grip.u, grip.v]);
        button.setAttribute("aria-label", `${grip.label}: drag, or arrow keys`);
        this.place(button, grip.u, grip.v, frame);
        return button;
      }));
      this.apart();
      if (focus) this.$root.querySelector(`[data-grip="${focus}"]`)?.focus();
    },

    // Handles that would lie on one another stand side by side; the thing they hold stays where it is. Under a finger
    // only those show that have room, the subject's first: zooming in brings the others.
    apart() {
      const coarse = matchMedia("(pointer: coarse)").matches;
      const size = coarse ? 46 : 26;
      const taken = [];
      const ids = [this.sheet().view.picture, this.sheet().view.seat].filter(Boolean);
      const mine = (button) => ids.includes(button.dataset.of);
      const buttons = [...this.$root.children];
      if (coarse) buttons.sort((a, b) => mine(b) - mine(a));
      for (const button of buttons) {
        const [atX, atY] = [parseFloat(button.style.left), parseFloat(button.style.top)];
        const near = (a, b) => Math.abs(a - atX) < size && Math.abs(b - atY) < size;
        if (coarse && !mine(button) && taken.some(([a, b]) => near(a, b))) {
          button.remove();
          continue;
        }
        let x = parseFloat(button.style.left);
        const y = parseFloat(button.style.top);
        const start = x;
        while (taken.some(([a, b]) => Math.abs(a - x) < size && Math.abs(b - y) < size)) x += size / 2;
        taken.push([x, y]);
        button.dataset.off = String(x - start);
        button.style.left = `${x}px`;
      }
    },

    // ── the hand ──

    take(event) {
      const button = event.target.closest(".grip");
      const frame = leadFrame();
      if (!button || !frame || this.sheet().busy) return;
      event.preventDefault();
      button.focus();
      button.classList.add("grip-held");
      const [u, v] = JSON.parse(button.dataset.at);
      this.held = {
        button, frame, x: event.clientX, y: event.clientY, u, v, to: null,
        flying: false, seq: 0, seen: 0, moved: false, free: event.altKey,
        was: byId("lead-svg").innerHTML, headlines: byId("headlines").innerHTML,
        delta: byId("delta").innerHTML,
        reach: (event.pointerType === "touch" ? 14 : 8) / (frame.scale * frame.zoom),
      };
    },
    move(event) {
      const held = this.held;
      if (!held) return;
      const per = held.frame.scale * held.frame.zoom;
      const dx = event.clientX - held.x;
      const dy = event.clientY - held.y;
      if (!held.moved && Math.hypot(dx, dy) < 3) return;
      held.moved = true;
      held.free = event.altKey;
      held.to = [held.u + dx / per, held.v - dy / per];
      held.waiting = true;
      if (event.pointerType === "touch") this.loupe(event);
      this.fly();
    },
    async fly() {
      const held = this.held;
      if (!held || held.flying || !held.waiting) return;
      held.flying = true;
      held.waiting = false;
      held.seq += 1;
      const answer = await this.ask(held, false);
      held.flying = false;
      if (this.held !== held) return;
      if (answer.kind === "pulled" && answer.seq > held.seen) {
        held.seen = answer.seq;
        this.paint(held, answer);
      } else if (answer.kind === "refused") this.sheet().say(this.sheet().words(answer), "wrong");
      this.fly();
    },
    pulled(held) {
      return { grip: held.button.dataset.grip, to: held.to, lead: held.frame.view, reach: held.reach, free: held.free };
    },
    ask(held, drop) {
      return this.sheet().tell("pull", {
        ...this.pulled(held), seq: held.seq, drop,
        key: drop ? onceKey() : null, group: drop ? held.group || null : null,
      });
    },
    paint(held, answer) {
      byId("lead-svg").innerHTML = answer.lead;
      byId("headlines").innerHTML = answer.headlines;
      byId("delta").innerHTML = answer.delta;
      this.sheet().say(answer.html, "heard");
      drawProjection();
      this.place(held.button, answer.at[0], answer.at[1], leadFrame() || held.frame);
      window.ovalPreviews = (window.ovalPreviews || 0) + 1;
    },
    async drop() {
      const held = this.held;
      if (!held) return;
      held.button.classList.remove("grip-held");
      byId("loupe")?.remove();
      if (!held.moved) {
        this.held = null;
        this.sheet().subject(held.button.dataset.of);
        return;
      }
      const answer = await this.sheet().inTurn(() => this.ask(held, true));
      this.held = null;
      if (answer.kind === "done") this.sheet().take(answer);
      else {
        this.back(held);
        if (answer.kind === "clash") this.sheet().clash(answer, "pull", { ...this.pulled(held), drop: true });
        else this.sheet().say(this.sheet().words(answer), "wrong");
      }
    },
    leave() {
      if (!this.held) return;
      const held = this.held;
      held.button.classList.remove("grip-held");
      byId("loupe")?.remove();
      this.held = null;
      this.back(held);
      this.sheet().say("", "");
    },
    back(held) {
      byId("lead-svg").innerHTML = held.was;
      byId("headlines").innerHTML = held.headlines;
      byId("delta").innerHTML = held.delta;
      this.place(held.button, held.u, held.v, held.frame);
    },
    loupe(event) {
      let glass = byId("loupe");
      if (!glass) {
        glass = document.createElement("div");
        glass.id = "loupe";
        document.body.append(glass);
      }
      const svg = document.querySelector("#lead-svg svg");
      const rect = svg.getBoundingClientRect();
      const copy = svg.cloneNode(true);
      const zoom = 2;
      const per = svg.viewBox.baseVal.width / rect.width;
      const half = 60 * per / zoom;
      const [x, y] = [(event.clientX - rect.left) * per - half, (event.clientY - rect.top) * per - half];
      copy.setAttribute("viewBox", `${x} ${y} ${2 * half} ${2 * half}`);
      glass.replaceChildren(copy);
      glass.style.left = `${event.clientX - 60}px`;
      glass.style.top = `${event.clientY - 150}px`;
    },

    // ── keys: the same by arrows, a ruler step at a time; shift: ten ──

    async nudge(event) {
      const button = event.target.closest(".grip");
      if (!button || !event.key.startsWith("Arrow")) return;
      event.preventDefault();
      event.stopPropagation();
      await this.nudgeBy(button, event);
    },
    // The subject of the stage, where the sheet itself has the focus.
    async nudgeSubject(event) {
      const { moves, view } = this.sheet();
      const kinds = [moves, ...["body", "lens", "seat"].filter((kind) => kind !== moves)];
      const grips = [...this.$root.children];
      const fits = kinds.map((kind) => {
        const mine = grips.filter((one) => one.dataset.grip.startsWith(`${kind}.`));
        return mine.find((one) => one.dataset.grip === `${kind}.${view.seat}`) || mine[0];
      });
      const button = fits.find(Boolean);
      if (button) await this.nudgeBy(button, event.detail);
      else this.sheet().say("Nothing of the subject can be moved in this view; promote another.", "");
    },
    // What is pressed while an earlier nudge is on its way is added up and goes next: none is lost, however slow the
    // server is, and all of one grip in a row are one step of undo.
    nudgeBy(button, event) {
      const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
      const step = this.sheet().step * (event.shiftKey ? 10 : 1);
      const key = button.dataset.grip;
      const now = Date.now();
      if (this.nudged !== key || now - this.nudgedAt > 2000) this.group = onceKey();
      this.nudged = key;
      this.nudgedAt = now;
      if (!this.next || this.next.sent || this.next.key !== key || this.next.group !== this.group) {
        const next = { key, group: this.group, u: 0, v: 0, sent: false };
        this.next = next;
        next.done = this.sheet().inTurn(() => this.nudgeNow(next));
      }
      this.next.u += way[0] * step;
      this.next.v += way[1] * step;
      return this.next.done;
    },
    async nudgeNow(next) {
      next.sent = true;
      const button = this.$root.querySelector(`[data-grip="${next.key}"]`);
      if (!button) return;
      const [u, v] = JSON.parse(button.dataset.at);
      const to = [u + next.u, v + next.v];
      const held = { button, frame: leadFrame(), to, reach: 0, free: true, seq: 0, group: next.group };
      const answer = await this.ask(held, true);
      this.nudgedAt = Date.now(); // a pause begins when its answer is seen, not while a slow server works on it
      if (answer.kind === "done") this.sheet().take(answer);
      else this.sheet().say(this.sheet().words(answer), "wrong");
    },
  };
}

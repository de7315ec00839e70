// Zoom and pan of the lead view: wheel, pinch, drag on bare paper, keys + − 0 and arrows. The server draws it anew,
// so ink keeps its weight and lettering its room; until it has, the old drawing stays.
import { holding, leadFrame } from "./grips.js";
import { drawProjection } from "./projection.js";

const MARGIN = { left: 46, top: 54, right: 46, bottom: 58 };

export function zoom() {
  return {
    flying: false, next: null, wanted: null, fingers: new Map(), from: null,

    init() {
      this.$root.addEventListener("wheel", (event) => this.wheeled(event), { passive: false });
    },
    sheet() {
      return window.Alpine.store("sheet");
    },
    wheeled(event) {
      event.preventDefault();
      this.by(event.deltaY < 0 ? 1 / 1.25 : 1.25, event.clientX, event.clientY);
    },
    window() {
      const frame = leadFrame();
      if (!frame) return null;
      const svg = document.querySelector("#lead-svg svg").viewBox.baseVal;
      const u1 = frame.u0 + (svg.width - MARGIN.left - MARGIN.right) / frame.scale;
      const v0 = frame.v1 - (svg.height - MARGIN.top - MARGIN.bottom) / frame.scale;
      return { u0: frame.u0, v1: frame.v1, u1, v0, frame };
    },
    // Keys of the sheet: + and −, 0, arrows while zoomed in.
    keyed(event) {
      const key = event.detail;
      const rect = document.getElementById("lead-svg").getBoundingClientRect();
      if ("+=-".includes(key)) {
        this.by(key === "-" ? 1.25 : 1 / 1.25, rect.left + rect.width / 2, rect.top + rect.height / 2);
      } else if (key === "0") this.reset();
      else if (this.sheet().view.zoom) {
        const now = this.window();
        const step = (now.u1 - now.u0) / 10;
        const [du, dv] = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[key];
        this.pan(du * step, dv * step);
      }
    },
    by(factor, x, y) {
      const now = this.wanted || this.window();
      if (!now) return;
      const { frame } = this.window();
      const u = frame.u0 + ((x - frame.rect.left) / frame.zoom - frame.left) / frame.scale;
      const v = frame.v1 - ((y - frame.rect.top) / frame.zoom - frame.top) / frame.scale;
      const [u0, u1] = [u - (u - now.u0) * factor, u + (now.u1 - u) * factor];
      this.show({ u0, u1, v0: v - (v - now.v0) * factor, v1: v + (now.v1 - v) * factor });
    },
    pan(du, dv) {
      const now = this.wanted || this.window();
      if (now) this.show({ u0: now.u0 + du, u1: now.u1 + du, v0: now.v0 + dv, v1: now.v1 + dv });
    },
    reset() {
      this.wanted = null;
      delete this.sheet().view.zoom;
      this.sheet().look({});
    },
    show(wanted) {
      if (wanted.u1 - wanted.u0 < 40 || wanted.u1 - wanted.u0 > 100000) return;
      this.wanted = wanted;
      this.sheet().view.zoom = [wanted.u0, wanted.v0, wanted.u1, wanted.v1].map((value) => value.toFixed(1)).join(",");
      this.next = true;
      this.fly();
    },
    async fly() {
      if (this.flying || !this.next) return;
      const sheet = this.sheet();
      this.flying = true;
      this.next = null;
      const parts = await sheet.ask("zoom", `${sheet.stage}/parts`, { only: "lead", ...sheet.sized() });
      this.flying = false;
      if (parts && !this.next) {
        document.getElementById("lead-svg").innerHTML = parts.lead;
        sheet.leadWas = null;
        this.$dispatch("lead-drawn", parts);
        drawProjection();
        history.replaceState(null, "", parts.address);
        this.wanted = null;
      }
      this.fly();
    },

    // ── the hand on bare paper ──

    down(event) {
      if (event.target.closest(".grip, button, .dim[data-say]") || event.button > 0) return;
      this.fingers.set(event.pointerId, event);
      if (this.fingers.size === 1) this.from = { x: event.clientX, y: event.clientY, moved: false };
    },
    move(event) {
      if (!this.fingers.has(event.pointerId) || holding()) return;
      const before = this.fingers.get(event.pointerId);
      this.fingers.set(event.pointerId, event);
      if (this.fingers.size === 2) {
        const [a, b] = [...this.fingers.values()];
        const apart = Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY);
        const other = a.pointerId === event.pointerId ? b : a;
        const was = Math.hypot(before.clientX - other.clientX, before.clientY - other.clientY);
        if (apart > 20 && was > 20) this.by(was / apart, (a.clientX + b.clientX) / 2, (a.clientY + b.clientY) / 2);
        return;
      }
      if (event.pointerType === "touch" && !this.sheet().view.zoom) return; // until one has zoomed in, a finger scrolls
      if (!this.from.moved && Math.hypot(event.clientX - this.from.x, event.clientY - this.from.y) < 6) return;
      this.from.moved = true;
      const { frame } = this.window();
      const per = frame.scale * frame.zoom;
      this.pan(-(event.clientX - before.clientX) / per, (event.clientY - before.clientY) / per);
    },
    up(event) {
      this.fingers.delete(event.pointerId);
    },
  };
}

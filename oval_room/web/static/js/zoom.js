// Zoom and pan of the lead view: wheel, pinch, drag on bare paper, keys + − 0 and arrows. The server draws it anew, so
// ink keeps its weight and lettering its room; until it has, the old drawing is only stretched.
"use strict";

window.ovalZoom = {
  start(sheet) {
    this.sheet = sheet;
    this.flying = false;
    this.next = null;
    this.fingers = new Map();
    const frame = document.querySelector(".lead-frame");
    frame.addEventListener("wheel", (event) => {
      event.preventDefault();
      this.by(event.deltaY < 0 ? 1 / 1.25 : 1.25, event.clientX, event.clientY);
    }, { passive: false });
    frame.addEventListener("pointerdown", (event) => this.down(event));
    window.addEventListener("pointermove", (event) => this.move(event));
    for (const name of ["pointerup", "pointercancel"]) window.addEventListener(name, (event) => this.up(event));
  },
  window() {
    const frame = ovalGrips.frame();
    if (!frame) return null;
    const svg = document.querySelector("#lead-svg svg").viewBox.baseVal;
    const per = frame.scale;
    const margin = { left: 46, top: 54, right: 46, bottom: 58 };
    return { u0: frame.u0, v1: frame.v1, u1: frame.u0 + (svg.width - margin.left - margin.right) / per, v0: frame.v1 - (svg.height - margin.top - margin.bottom) / per, frame };
  },
  by(factor, x, y) {
    const now = this.wanted || this.window();
    if (!now) return;
    const { frame } = this.window();
    const u = frame.u0 + ((x - frame.rect.left) / frame.zoom - frame.left) / frame.scale;
    const v = frame.v1 - ((y - frame.rect.top) / frame.zoom - frame.top) / frame.scale;
    this.show({ u0: u - (u - now.u0) * factor, u1: u + (now.u1 - u) * factor, v0: v - (v - now.v0) * factor, v1: v + (now.v1 - v) * factor });
  },
  pan(du, dv) {
    const now = this.wanted || this.window();
    if (now) this.show({ u0: now.u0 + du, u1: now.u1 + du, v0: now.v0 + dv, v1: now.v1 + dv });
  },
  reset() {
    this.wanted = null;
    delete this.sheet.view.zoom;
    this.sheet.look({});
  },
  show(wanted) {
    if (wanted.u1 - wanted.u0 < 40 || wanted.u1 - wanted.u0 > 100000) return;
    this.wanted = wanted;
    this.sheet.view.zoom = [wanted.u0, wanted.v0, wanted.u1, wanted.v1].map((value) => value.toFixed(1)).join(",");
    this.next = true;
    this.fly();
  },
  async fly() {
    if (this.flying || !this.next) return;
    this.flying = true;
    this.next = null;
    const query = new URLSearchParams(this.sheet.sized());
    const answer = await fetch(`/jobs/${this.sheet.job}/${this.sheet.stage}/parts?only=lead&${query}`);
    this.flying = false;
    if (answer.ok && !this.next) {
      const parts = await answer.json();
      document.getElementById("lead-svg").innerHTML = parts.lead;
      this.sheet.leadWas = null;
      ovalGrips.show(parts.grips);
      this.sheet.drawn();
      history.replaceState(null, "", parts.address);
      if (!this.next) this.wanted = null;
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
    if (!this.fingers.has(event.pointerId) || ovalGrips.held) return;
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
    if (event.pointerType === "touch" && !this.sheet.view.zoom) return; // a finger scrolls the page until one has zoomed in
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

// Projection lines: where lead and companion share their level axis (section and plan), the subject's seat, lens and
// picture are joined from one view down to the other. Only places already drawn are used; nothing is worked out here.
"use strict";

window.ovalProjection = {
  SHARED: { section: "plan", plan: "section" },

  middle(svg, selector) {
    const node = svg.querySelector(selector);
    if (!node) return null;
    const box = node.getBoundingClientRect();
    return { x: box.left + box.width / 2, y: box.top + box.height / 2 };
  },
  draw() {
    const over = document.getElementById("projection");
    const lead = document.querySelector("#lead-svg svg");
    const other = lead && document.querySelector(`#companions svg[data-view="${this.SHARED[lead.dataset.view]}"]`);
    over.replaceChildren();
    if (!other || !other.getBoundingClientRect().width) return;
    const own = over.getBoundingClientRect();
    const edge = document.getElementById("companions").getBoundingClientRect().top - own.top;
    over.setAttribute("viewBox", `0 0 ${own.width} ${own.height}`);
    for (const what of [".s-head-subject", ".s-lens", ".s-picture-edge"]) {
      const a = this.middle(lead, what);
      const b = this.middle(other, what);
      if (!a || !b) continue;
      const path = document.createElementNS("http://www.w3.org/2000/svg", "path");
      const [ax, ay, bx, by] = [a.x - own.left, a.y - own.top, b.x - own.left, b.y - own.top];
      if (ax < 0 || ax > own.width || ay > edge) continue;
      path.setAttribute("d", `M${ax} ${ay}V${edge - 14}L${bx} ${edge + 14}V${by}`);
      path.setAttribute("class", "projection-line");
      over.append(path);
    }
  },
};

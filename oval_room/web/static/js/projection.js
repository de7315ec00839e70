// Projection lines: where lead and companion share their level axis (section and plan), the subject's seat, lens and
// picture are joined from one view down to the other. Only places already drawn are used; nothing is worked out here.
const projection = {
  SHARED: { section: "plan", plan: "section" },

  middle(svg, selector) {
    const node = svg.querySelector(selector);
    if (!node) return null;
    const box = node.getBoundingClientRect();
    return { x: box.left + box.width / 2, y: box.top + box.height / 2 };
  },
  draw() {
    const over = document.getElementById("projection");
    if (!over) return;
    const lead = document.querySelector("#lead-svg svg");
    const other = lead && document.querySelector(`#companions svg[data-view="${this.SHARED[lead.dataset.view]}"]`);
    over.replaceChildren();
    const own = over.getBoundingClientRect();
    over.setAttribute("viewBox", `0 0 ${own.width} ${own.height}`);
    if (lead && (!other || !other.getBoundingClientRect().width)) this.heights(over, lead, own);
    if (!other || !other.getBoundingClientRect().width) return;
    const edge = document.getElementById("companions").getBoundingClientRect().top - own.top;
    for (const what of [".s-head-subject", ".s-lens", ".s-picture-edge"]) {
      const a = this.middle(lead, what);
      const b = this.middle(other, what);
      if (!a || !b) continue;
      const path = document.createElementNS("http://www.w3.org/2000/svg", "path");
      const [ax, ay] = [a.x - own.left, a.y - own.top];
      const [bx, by] = [b.x - own.left, b.y - own.top];
      if (ax < 0 || ax > own.width || ay > edge) continue;
      path.setAttribute("d", `M${ax} ${ay}V${edge - 14}L${bx} ${edge + 14}V${by}`);
      path.setAttribute("class", "projection-line");
      over.append(path);
    }
    this.heights(over, lead, own);
  },
  // Section and display wall share heights: the picture's edges go out to the sheet's left border and down to the
  // other view.
  heights(over, lead, own) {
    const edges = { section: [".s-picture-edge", ".s-picture"], elevation: [".s-picture", ".s-picture-edge"] };
    const [one, other] = edges[lead.dataset.view] || [];
    const name = { section: "elevation", elevation: "section" }[lead.dataset.view];
    const first = document.querySelector(`#companions .companion:first-child svg[data-view="${name}"]`);
    const a = one && lead.querySelector(one)?.getBoundingClientRect();
    const b = first && first.querySelector(other)?.getBoundingClientRect();
    if (!a || !b) return;
    for (const [edge, x] of [["top", 4], ["bottom", 8]]) {
      const path = document.createElementNS("http://www.w3.org/2000/svg", "path");
      const [from, to] = [a.left - own.left, b.left - own.left];
      path.setAttribute("d", `M${from} ${a[edge] - own.top}H${x}V${b[edge] - own.top}H${to}`);
      path.setAttribute("class", "projection-line");
      over.append(path);
    }
  },
};

export const drawProjection = () => projection.draw();

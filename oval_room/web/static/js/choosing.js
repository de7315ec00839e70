// Choosing a picture: panels asked for (sizes, kinds, grey scale) and the seat map's tally at the pointer. No rule lives here.
"use strict";

window.ovalChoosing = {
  sheet: null, timer: 0, asked: 0,

  start(sheet) {
    this.sheet = sheet;
    sheet.$root.addEventListener("click", (event) => {
      const at = event.target.closest("[data-panel]");
      if (at) this.panel(at.dataset.panel);
    });
    sheet.$root.addEventListener("change", (event) => {
      if (event.target.matches("[data-size]")) this.panel("sizes", { size: event.target.value });
    });
    document.getElementById("lead").addEventListener("pointermove", (event) => this.moved(event));
  },

  async panel(name, more = {}) {
    const box = document.getElementById("working");
    const answer = await fetch(`/jobs/${this.sheet.job}/${name}?${new URLSearchParams({ ...this.sheet.view, ...more })}`);
    if (!answer.ok) return;
    box.innerHTML = await answer.text();
    box.hidden = false;
    box.scrollIntoView({ block: "nearest" });
  },

  // With the seat map shown, what passes where the pointer is.
  moved(event) {
    const drawing = document.querySelector("#lead-svg svg[data-view=plan]");
    if (!drawing || event.buttons || !drawing.querySelector(".ink-map")) return;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.tally(drawing, event.clientX, event.clientY), 120);
  },
  async tally(drawing, x, y) {
    const [left, top, u0, v1] = drawing.dataset.frame.split(" ").map(Number);
    const scale = Number(drawing.dataset.scale), box = drawing.getBoundingClientRect(), size = drawing.viewBox.baseVal;
    const u = u0 + ((x - box.left) * size.width / box.width - left) / scale;
    const v = v1 - ((y - box.top) * size.height / box.height - top) / scale;
    const mine = ++this.asked;
    const query = new URLSearchParams({ ...this.sheet.view, u: u.toFixed(0), v: v.toFixed(0) });
    const answer = await fetch(`/jobs/${this.sheet.job}/tally?${query}`).catch(() => null);
    if (!answer || !answer.ok || mine !== this.asked) return;
    const { say } = await answer.json();
    const place = document.getElementById("tally");
    if (place) place.textContent = say;
  },
};

// The survey's own hand: stand-in readings, photos and notes; with the seat map shown, the tally at the pointer.

import { hand } from "./api.js";

export function survey() {
  return {
    sheet() {
      return window.Alpine.store("sheet");
    },
    clicked(event) {
      const at = event.target.closest("[data-measure], [data-saying], [data-detach]");
      if (!at) return;
      if ("measure" in at.dataset) this.measure(at.dataset.measure);
      else if (at.dataset.saying) this.saying(at.dataset.saying);
      else this.detach(at.dataset.detach);
    },
    async saying(line) {
      this.sheet().refuse(await this.sheet().send("say", { line }));
    },
    async measure(wanted) {
      const sheet = this.sheet();
      const answer = await sheet.send("measure", { wanted });
      if (answer.kind !== "clash") sheet.say(sheet.words(answer), answer.kind === "done" ? "heard" : "wrong");
      document.querySelector("#reckoning .measure")?.focus();
    },
    detach(key) {
      const form = new FormData();
      form.append("key", key);
      return this.pinned("detach", form);
    },
    async pin(event) {
      const form = event.target.closest("[data-pin]");
      if (!form) return;
      event.preventDefault();
      await this.pinned("attach", new FormData(form), form.querySelector(".wrong"));
    },
    async pinned(what, form, wrong) {
      const answer = await hand(`${this.sheet().base}/${what}`, form);
      if (answer.kind === "pinned") document.getElementById("pinned").innerHTML = answer.html; // escaped by the server
      else if (wrong) {
        wrong.textContent = answer.say;
        wrong.hidden = false;
      } else this.sheet().refuse(answer);
    },
  };
}

// With the seat map shown, what passes where the pointer is.
export function tally() {
  return {
    timer: 0,

    moved(event) {
      const drawing = document.querySelector("#lead-svg svg[data-view=plan]");
      if (!drawing || event.buttons || !drawing.querySelector(".ink-map")) return;
      clearTimeout(this.timer);
      this.timer = setTimeout(() => this.ask(drawing, event.clientX, event.clientY), 120);
    },
    async ask(drawing, x, y) {
      const [left, top, u0, v1] = drawing.dataset.frame.split(" ").map(Number);
      const scale = Number(drawing.dataset.scale);
      const box = drawing.getBoundingClientRect();
      const size = drawing.viewBox.baseVal;
      const u = u0 + (((x - box.left) * size.width) / box.width - left) / scale;
      const v = v1 - (((y - box.top) * size.height) / box.height - top) / scale;
      const answer = await window.Alpine.store("sheet").ask("tally", "tally", { u: u.toFixed(0), v: v.toFixed(0) });
      const place = document.getElementById("tally");
      if (answer && place) place.textContent = answer.say;
    },
  };
}

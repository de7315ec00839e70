// The survey's own hand: stand-in readings, photos and notes, and how sure the large figures are. No rule lives here.
"use strict";

window.ovalSurvey = {
  sheet: null, timer: 0, asked: 0,

  start(sheet) {
    this.sheet = sheet;
    sheet.$root.addEventListener("click", (event) => this.clicked(event));
    sheet.$root.addEventListener("submit", (event) => this.pin(event));
  },

  clicked(event) {
    const at = event.target.closest("[data-measure], [data-saying], [data-detach]");
    if (!at) return;
    if ("measure" in at.dataset) this.measure(at.dataset.measure);
    else if (at.dataset.saying) this.sheet.say(at.dataset.saying);
    else this.send(`/jobs/${this.sheet.job}/detach`, this.form({ key: at.dataset.detach }));
  },

  async measure(wanted) {
    const answer = await this.sheet.send("measure", { wanted });
    if (answer && answer.kind === "refused") this.sheet.sayBack(this.sheet.words(answer), "wrong");
    else if (answer && answer.kind === "done") this.sheet.sayBack(this.sheet.words(answer), "heard");
    document.querySelector("#reckoning .measure")?.focus();
  },

  form(fields) {
    const form = new FormData();
    for (const [name, value] of Object.entries(fields)) form.append(name, value);
    return form;
  },
  async pin(event) {
    const form = event.target.closest("[data-pin]");
    if (!form) return;
    event.preventDefault();
    await this.send(`/jobs/${this.sheet.job}/attach`, new FormData(form), form.querySelector(".wrong"));
  },
  async send(address, body, wrong) {
    const token = document.querySelector('meta[name="token"]').content;
    let answer = { kind: "refused", say: "The program did not answer. Try again in a moment." };
    try {
      const got = await fetch(address, { method: "POST", headers: { "x-oval-token": token, accept: "application/json" }, body });
      answer = got.status === 413 ? { kind: "refused", say: await got.text() } : await got.json();
    } catch (error) { /* said below */ }
    if (answer.kind === "pinned") {
      document.getElementById("pinned").innerHTML = answer.html; // escaped by the server
    } else if (wrong) {
      wrong.textContent = answer.say;
      wrong.hidden = false;
    } else this.sheet.sayBack(this.sheet.words(answer), "wrong");
  },

  // After every drawing: how sure the large figures are, when the server has had time to work it out.
  drawn() {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.doubt(), 350);
  },
  async doubt() {
    if (!document.querySelector(".headline-spread")) return;
    const mine = ++this.asked;
    const query = new URLSearchParams({ ...this.sheet.view, stage: this.sheet.stage });
    const answer = await fetch(`/jobs/${this.sheet.job}/doubt?${query}`).catch(() => null);
    if (!answer || !answer.ok || mine !== this.asked) return;
    const { revision, figures } = await answer.json();
    if (revision !== this.sheet.revision) return;
    for (const place of document.querySelectorAll(".headline-spread")) {
      const found = figures[place.dataset.spread];
      place.innerHTML = found ? found.spread : ""; // escaped by the server
      place.title = found ? found.carries : "";
      const told = place.closest(".headline").querySelector(".headline-carries");
      if (told) told.textContent = found ? found.carries : "";
    }
  },
};

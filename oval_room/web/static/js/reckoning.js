// The reckoning: findings light up what they are about, cures are shown as ghosts and taken, minds accepted, stops
// overridden; how sure the large figures are comes a moment after them.

export function reckoning() {
  return {
    timer: 0,

    init() {
      this.drawn();
    },
    sheet() {
      return window.Alpine.store("sheet");
    },
    clicked(event) {
      const at = event.target.closest("[data-try], [data-reason], [data-accept], [data-cure]");
      if (!at) return;
      const { data, sheet } = { data: at.dataset, sheet: this.sheet() };
      if (data.try) this.tryCures(at);
      else if (data.reason) this.reason(at);
      else if (data.accept) sheet.send("accept", { finding: data.accept, back: true });
      else sheet.send("cure", { finding: data.cure, number: Number(data.number) });
    },
    // A box for the reason in the button's place; Escape gives the button back.
    reason(button) {
      const box = document.createElement("input");
      box.className = "form-control reason";
      box.maxLength = 300;
      box.placeholder = button.textContent === "override" ? "why it is right here" : "why (may be left out)";
      box.setAttribute("aria-label", box.placeholder);
      box.addEventListener("keydown", async (event) => {
        event.stopPropagation();
        if (event.key === "Escape") box.replaceWith(button);
        if (event.key !== "Enter") return;
        this.sheet().refuse(await this.sheet().send("accept", { finding: button.dataset.reason, why: box.value }));
      });
      button.replaceWith(box);
      box.focus();
    },
    async tryCures(button) {
      const more = { finding: button.dataset.try, stage: this.sheet().stage };
      const html = await this.sheet().ask("cures", "cures", more, "text");
      if (html === undefined) return;
      const made = document.createElement("template");
      made.innerHTML = html;
      button.replaceWith(made.content);
    },

    // ── what is pointed at or holds the focus ──

    light(finding) {
      document.querySelectorAll(".lit").forEach((node) => node.classList.remove("lit"));
      for (const id of (finding?.dataset.about || "").split(" ").filter(Boolean)) {
        document.querySelectorAll(`.drawing [data-ref="${id}"]`).forEach((node) => node.classList.add("lit"));
      }
    },
    ghostly(event) {
      return event.target.closest("[data-cure], [data-ghost]");
    },
    focused(event) {
      this.light(event.target.closest(".finding"));
      if (this.ghostly(event)) this.showCure(this.ghostly(event));
    },
    left(event) {
      if (this.ghostly(event)) this.sheet().unghost();
      if (!event.relatedTarget?.closest(".finding")) this.light(null);
    },
    hovered(event) {
      this.light(event.target.closest(".finding"));
      const cure = this.ghostly(event);
      if (cure && !cure.contains(event.relatedTarget)) this.showCure(cure);
    },
    unhovered(event) {
      const cure = this.ghostly(event);
      if (cure && !cure.contains(event.relatedTarget)) this.sheet().unghost();
      if (!event.relatedTarget?.closest(".finding")) this.light(null);
    },
    async showCure(button) {
      const sheet = this.sheet();
      const { cure, number, command } = button.dataset;
      if (sheet.busy) return;
      const answer = cure
        ? await sheet.tryOut("cure?try_only=true", { finding: cure, number: Number(number) })
        : await sheet.tryOut("try", { command: JSON.parse(command) });
      if (answer?.kind === "heard") sheet.ghost(answer);
    },

    // ── what would clear each finding, tried by the server while the page is looked at already ──

    async cures() {
      const sheet = this.sheet();
      if (!this.$root.querySelector("[data-waits]")) return;
      const answer = await sheet.ask("waits", `${sheet.stage}/cures`, sheet.sized());
      if (!answer) return; // where others have changed it since, these are the cures that taking one would take
      for (const place of this.$root.querySelectorAll("[data-waits]")) {
        const held = place.contains(document.activeElement) && document.activeElement.matches("input");
        if (held) continue; // a reason is being typed
        const focus = place.contains(document.activeElement) && document.activeElement.dataset.reason;
        place.innerHTML = answer.cures[place.dataset.waits] || ""; // escaped by the server
        delete place.dataset.waits;
        const finding = place.closest(".finding");
        if (document.activeElement === finding) finding.querySelector(".cure")?.focus();
        if (!place.firstElementChild) place.remove();
        if (focus) place.querySelector("[data-reason]")?.focus();
      }
    },

    // ── how sure the large figures are, when the server has had time to work it out ──

    drawn() {
      this.cures();
      clearTimeout(this.timer);
      this.timer = setTimeout(() => this.doubt(), 350);
    },
    async doubt() {
      const sheet = this.sheet();
      if (!document.querySelector(".headline-spread")) return;
      const answer = await sheet.ask("doubt", "doubt", { stage: sheet.stage });
      if (!answer || answer.revision !== sheet.revision) return;
      for (const place of document.querySelectorAll(".headline-spread")) {
        const found = answer.figures[place.dataset.spread];
        place.innerHTML = found ? found.spread : ""; // escaped by the server
        place.title = found ? found.carries : "";
        const told = place.closest(".headline").querySelector(".headline-carries");
        if (told) told.textContent = found ? found.carries : "";
      }
    },
  };
}

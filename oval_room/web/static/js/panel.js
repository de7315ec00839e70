// The panel under the large figures: a working, how far things may move, sizes, kinds, grey scale. It stays open
// through a change and shows the new values then; what is half typed in it stays too.

export function panel() {
  return {
    shown: null,

    sheet() {
      return window.Alpine.store("sheet");
    },
    async open(event) {
      const { name, more } = event.detail;
      await this.fill({ name, more: more || {} });
      this.$root.scrollIntoView({ block: "nearest" });
    },
    async fill(shown) {
      const html = await this.sheet().ask("panel", shown.name, shown.more, "text");
      if (html === undefined) return;
      this.shown = shown;
      this.$root.innerHTML = html;
      this.$root.hidden = false;
      await this.follow(shown);
    },
    // What takes longer than a look comes in pieces, each put where the last one left off.
    async follow(shown) {
      for (;;) {
        const rest = this.$root.querySelector("[data-rest]");
        if (!rest || this.shown !== shown) return;
        if (rest.dataset.rest === "again") return this.fill(shown); // the whole list in its new order
        const html = await this.sheet().ask("panel", shown.name, { ...shown.more, from: rest.dataset.rest }, "text");
        if (html === undefined || this.shown !== shown || !rest.isConnected) return;
        rest.outerHTML = html;
      }
    },
    close() {
      this.shown = null;
      this.$root.hidden = true;
      this.$root.replaceChildren();
    },
    async refresh() {
      const typed = this.$root.querySelector("input");
      if (!this.shown || this.$root.hidden || (typed?.value && !typed.closest("[data-near]"))) return;
      await this.fill(this.shown);
    },
    clicked(event) {
      if (event.target.closest("[data-close]")) this.close();
      const copy = event.target.closest("[data-copy]");
      if (copy) {
        navigator.clipboard?.writeText(copy.dataset.copy || this.$root.querySelector(".copied").innerText.trim());
      }
    },
    changed(event) {
      const near = event.target.closest("[data-near]");
      if (near) this.fill({ name: "near", more: Object.fromEntries(new FormData(near)) });
      else if (event.target.matches("[data-size]")) this.fill({ name: "sizes", more: { size: event.target.value } });
    },
    // Ask it backwards: up to three ways to a wanted value.
    async backwards(event) {
      if (event.target.matches("[data-near]")) event.preventDefault();
      const form = event.target.closest("[data-backwards]");
      if (!form) return;
      event.preventDefault();
      const more = { figure: form.dataset.backwards, wanted: form.querySelector("input").value };
      const html = await this.sheet().ask("backwards", "backwards", more, "text");
      if (html !== undefined) document.getElementById("ways").innerHTML = html;
    },
  };
}

// Print: the pages as they will come out, drawn anew by the server when paper, scale or views are changed.
import { ask, Away, query } from "./api.js";

document.addEventListener("alpine:init", () => {
  window.Alpine.data("print", () => ({
    async changed(event) {
      const { pages, page } = this.$root.dataset;
      const asked = query(new FormData(event.target.form));
      const place = document.getElementById("pages");
      try {
        const html = await ask("print", `${pages}?${asked}`, "text");
        if (html === undefined) return;
        place.innerHTML = html; // escaped by the server
        history.replaceState(null, "", `${page}?${asked}`);
      } catch (error) {
        if (!(error instanceof Away)) throw error;
        place.textContent = error.message;
      }
    },
  }));
});

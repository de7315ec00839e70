// A quick sum: works itself out again while one types. Without this script the button does the same.
import { ask, Away, query } from "./api.js";

document.addEventListener("alpine:init", () => {
  window.Alpine.data("sum", () => ({
    timer: 0,
    typed(event) {
      clearTimeout(this.timer);
      this.timer = setTimeout(() => this.work(event.target.form), 120);
      if (event.target.name !== "units") return;
      document.cookie = `units=${event.target.value}; path=/; samesite=strict; max-age=31536000`;
    },
    sent(event) {
      if (event.submitter?.hasAttribute("data-into")) return; // the answer goes into a job
      event.preventDefault();
      this.work(event.target);
    },
    async work(form) {
      const fields = new FormData(form);
      fields.delete("job");
      const typed = query(fields);
      const place = document.getElementById("result");
      try {
        const html = await ask("sum", `${form.action}?${typed}&part=true`, "text");
        if (html === undefined) return;
        place.innerHTML = html; // escaped by the server
        history.replaceState(null, "", `${form.action}?${typed}`);
      } catch (error) {
        if (!(error instanceof Away)) throw error;
        place.textContent = error.message;
      }
    },
  }));
});

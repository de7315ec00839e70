// The list of sums: what is typed leaves those that have all of its words. Without this script Enter does the same.
document.addEventListener("alpine:init", () => {
  window.Alpine.data("sums", () => ({
    typed(event) {
      const words = event.target.value.toLowerCase().split(/\s+/).filter(Boolean);
      let left = 0;
      for (const group of this.$root.querySelectorAll(".sum-group")) {
        const items = [...group.querySelectorAll("li")];
        for (const item of items) item.hidden = !words.every((word) => item.dataset.told.includes(word));
        const shown = items.filter((item) => !item.hidden).length;
        group.hidden = !shown;
        left += shown;
      }
      document.getElementById("sums-none").hidden = left > 0;
    },
  }));
});

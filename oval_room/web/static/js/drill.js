// The drilling table's ticks: kept on this phone by the hole's own place, so that a hole that has moved is not done.

const drill = document.getElementById("drill");
const key = (box) => `drilled ${drill.dataset.job} ${box.dataset.hole}`;

function kept(act) {
  try {
    return act(window.localStorage);
  } catch {
    return null; // a browser that keeps nothing: the ticks last as long as the page
  }
}

for (const box of drill.querySelectorAll("[data-hole]")) {
  box.checked = kept((store) => store.getItem(key(box))) === "done";
}
drill.addEventListener("change", (event) => {
  const box = event.target.closest("[data-hole]");
  if (!box) return;
  kept((store) => (box.checked ? store.setItem(key(box), "done") : store.removeItem(key(box))));
});

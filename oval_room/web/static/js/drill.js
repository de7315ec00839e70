// The drilling table's ticks: kept on this phone by the hole's own place, so that a hole that has moved is not done.

const drill = document.getElementById("drill");
const key = (box) => `drilled ${drill.dataset.job} ${box.dataset.hole}`;
const here = new Map(); // a browser that keeps nothing: the ticks last as long as the page

function kept(act) {
  try {
    return act(window.localStorage);
  } catch {
    return undefined;
  }
}

// A row may have become another hole's: each shows what was done of the hole it is now.
function tick() {
  for (const box of drill.querySelectorAll("[data-hole]")) {
    box.checked = here.get(key(box)) ?? kept((store) => store.getItem(key(box))) === "done";
  }
}

tick();
window.addEventListener("sheet-shown", tick);
drill.addEventListener("change", (event) => {
  const box = event.target.closest("[data-hole]");
  if (!box) return;
  here.set(key(box), box.checked);
  kept((store) => (box.checked ? store.setItem(key(box), "done") : store.removeItem(key(box))));
});

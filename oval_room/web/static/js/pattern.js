// A test pattern: fills the screen, and goes on to the next one by a key.

const main = document.getElementById("pattern");

document.getElementById("pattern-full").addEventListener("click", () => main.requestFullscreen?.());
document.addEventListener("keydown", (event) => {
  if (event.key === "ArrowRight" || event.key === " ") window.location.assign(main.dataset.next);
  if (event.key === "Escape" && !document.fullscreenElement) window.history.back();
});

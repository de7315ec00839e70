// Putting the server's regions in place of the old ones by morphing, so that focus, what is half typed and what was
// opened stay. An entry that holds something not yet taken keeps it; one that was taken shows what came of it.

const REPLACED = ["lead", "companions"]; // drawings: made anew whole

function keep(from, to, childrenOnly, skip) {
  if (from.nodeType !== Node.ELEMENT_NODE) return;
  if (from.id === "working" && !from.hidden) skip();
  else if (from.tagName === "DETAILS" && from.open) to.setAttribute("open", "");
  else if (from.matches(".entry")) keepEntry(from, to);
  else if (from.matches("select, input[type=text], input:not([type])") && !from.dataset.say) keepField(from, to);
}

function keepEntry(from, to) {
  const field = from.querySelector("[data-say]");
  const fresh = to.querySelector("[data-say]");
  if (!field || !fresh || field.dataset.say !== fresh.dataset.say || field.tagName !== fresh.tagName) return;
  const unsaid = field.tagName !== "SELECT" && field.value !== field.dataset.was && field.dataset.sent !== field.value;
  if (!unsaid) {
    field.value = fresh.tagName === "SELECT" ? fresh.value : fresh.dataset.was;
    delete field.dataset.sent;
    return;
  }
  const wrong = from.querySelector(".wrong");
  if (fresh.tagName === "INPUT") fresh.setAttribute("value", fresh.dataset.was);
  if (field.getAttribute("aria-invalid")) {
    fresh.setAttribute("aria-invalid", "true");
    to.querySelector(".wrong").innerHTML = wrong.innerHTML; // escaped by the server
    to.querySelector(".wrong").hidden = wrong.hidden;
  }
}

function keepField(from, to) {
  if (from.tagName === "SELECT" && !from.closest("#room")) from.value = to.value;
}

// A drawing made anew whole: a list that was open over it stays open, with its button in focus.
function replace(place, html) {
  const open = place.querySelector("details[open]")?.id;
  const layer = place.contains(document.activeElement) && document.activeElement.dataset.layer;
  place.innerHTML = html;
  if (open) document.getElementById(open)?.setAttribute("open", "");
  if (layer) place.querySelector(`[data-layer="${layer}"]`)?.focus();
}

export function swap(regions) {
  for (const [id, html] of Object.entries(regions)) {
    const place = document.getElementById(id);
    if (REPLACED.includes(id)) {
      replace(place, html);
      continue;
    }
    const fresh = place.cloneNode(false);
    fresh.innerHTML = html;
    window.Alpine.morph(place, fresh, {
      updating: keep,
      key: (node) => node.dataset?.finding || node.id || node.getAttribute?.("key"),
    });
  }
}

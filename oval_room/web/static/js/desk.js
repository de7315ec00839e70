// The Desk: a job file that is dropped anywhere on it is taken in as if it had been chosen.

const form = document.getElementById("import");
const field = document.getElementById("import-file");

window.addEventListener("dragover", (event) => {
  if (event.dataTransfer.types.includes("Files")) event.preventDefault();
});
window.addEventListener("drop", (event) => {
  if (!event.dataTransfer.files.length) return;
  event.preventDefault();
  field.files = event.dataTransfer.files;
  form.requestSubmit();
});

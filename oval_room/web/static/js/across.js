// A text that runs across the wall of displays, drawn by the same mapping that displays are driven by.

const host = document.getElementById("across");
const paper = host?.querySelector("canvas");
const text = document.getElementById("across-text");
const run = document.getElementById("across-run");
const plain = document.getElementById("across-plain");
const MARGIN = 12;
const SPEED = 0.12; // of a canvas's width in a second

let walls = [];
let running = false;
let began = 0;
let kept = 0.35;

const turned = (one) => one.turned && plain.checked && one["cell turned"];

function picture(wall, scale, at) {
  const page = document.createElement("canvas");
  const [wide, high] = wall.canvas;
  page.width = Math.max(1, Math.round(wide * scale));
  page.height = Math.max(1, Math.round(high * scale));
  const ink = page.getContext("2d");
  ink.fillStyle = "#1D2230";
  ink.fillRect(0, 0, page.width, page.height);
  ink.strokeStyle = "#565E6B";
  for (let n = 1; n < 12; n += 1) {
    ink.strokeRect((n * page.width) / 12, -1, 0, page.height + 2);
    ink.strokeRect(-1, (n * page.height) / 12, page.width + 2, 0);
  }
  ink.fillStyle = "#F5EFE3";
  ink.font = `600 ${Math.round(page.height * 0.45)}px Barlow`;
  ink.textBaseline = "middle";
  const long = ink.measureText(text.value).width;
  const way = long + page.width;
  ink.fillText(text.value, page.width - ((at * page.width) % way), page.height / 2);
  return page;
}

function draw(at) {
  const ink = paper.getContext("2d");
  ink.clearRect(0, 0, paper.width, paper.height);
  let u = MARGIN;
  for (const wall of walls) {
    const lefts = wall.displays.map((one) => one["left mm"]);
    const tops = wall.displays.map((one) => one["top mm"]);
    const [left, top] = [Math.min(...lefts), Math.min(...tops)];
    const page = picture(wall, wall.draw / wall.px_per_mm, at);
    const px = wall.draw / wall.px_per_mm;
    for (const one of wall.displays) {
      const [x, y] = [u + (one["left mm"] - left) * wall.draw, MARGIN + (one["top mm"] - top) * wall.draw];
      const [w, h] = [one["width mm"] * wall.draw, one["height mm"] * wall.draw];
      const part = [one["canvas x"], one["canvas y"], one["canvas w"], one["canvas h"]].map((value) => value * px);
      ink.save();
      ink.translate(x + w / 2, y + h / 2);
      if (turned(one)) {
        ink.rotate((one.turned * Math.PI) / 180);
        const [a, b] = one.turned % 180 ? [h, w] : [w, h];
        ink.drawImage(page, ...part, -a / 2, -b / 2, a, b);
      } else {
        ink.drawImage(page, ...part, -w / 2, -h / 2, w, h);
      }
      ink.restore();
      ink.strokeStyle = "#F5EFE3";
      ink.strokeRect(x, y, w, h);
      ink.fillStyle = "#E0B15A";
      ink.font = '600 14px Barlow';
      ink.fillText(one.number, x + 5, y + 16);
    }
    u += wall.wide * wall.draw + 3 * MARGIN;
  }
}

function step(now) {
  if (!running) return;
  kept = ((now - began) / 1000) * SPEED;
  draw(kept);
  window.requestAnimationFrame(step);
}

function fit() {
  for (const wall of walls) {
    const ends = wall.displays.map((one) => [one["left mm"], one["left mm"] + one["width mm"]]);
    const downs = wall.displays.map((one) => [one["top mm"], one["top mm"] + one["height mm"]]);
    wall.wide = Math.max(...ends.map((end) => end[1])) - Math.min(...ends.map((end) => end[0]));
    wall.high = Math.max(...downs.map((end) => end[1])) - Math.min(...downs.map((end) => end[0]));
  }
  const all = walls.reduce((sum, wall) => sum + wall.wide, 0);
  paper.width = host.clientWidth;
  const scale = (paper.width - MARGIN * (3 * walls.length - 1)) / all;
  for (const wall of walls) wall.draw = scale;
  paper.height = Math.ceil(Math.max(...walls.map((wall) => wall.high)) * scale + 2 * MARGIN);
  draw(kept);
}

async function take() {
  const answer = await fetch(host.dataset.from);
  if (!answer.ok) return;
  walls = (await answer.json()).walls;
  if (walls.length) fit();
}

if (host) {
  await document.fonts.load('600 20px Barlow');
  await take();
  window.addEventListener("sheet-shown", take);
  window.addEventListener("resize", fit);
  text.addEventListener("input", () => draw(kept));
  plain.addEventListener("change", () => draw(kept));
  run.addEventListener("click", () => {
    running = !running;
    run.textContent = running ? "hold it" : "let it run";
    began = window.performance.now() - (kept / SPEED) * 1000;
    if (running) window.requestAnimationFrame(step);
  });
}

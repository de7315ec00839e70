// The signal board's own hand: a cable is drawn from one post to another. The tape line's twin is `from > to`.

const HOLD = ".s-post-hold";

export function link() {
  return {
    from: null,
    line: null,

    sheet() {
      return window.Alpine.store("sheet");
    },
    down(event) {
      const post = event.target.closest(HOLD);
      if (!post || event.button > 0) return;
      event.preventDefault();
      event.stopPropagation(); // bare paper is not pulled meanwhile
      this.from = post;
      const svg = post.ownerSVGElement;
      this.line = document.createElementNS("http://www.w3.org/2000/svg", "path");
      this.line.setAttribute("class", "s-ghost");
      svg.append(this.line);
      this.move(event);
    },
    move(event) {
      if (!this.from) return;
      const svg = this.from.ownerSVGElement;
      const box = svg.getBoundingClientRect();
      const scale = svg.viewBox.baseVal.width / box.width;
      const post = this.from.getBoundingClientRect();
      const [x, y] = [(event.clientX - box.left) * scale, (event.clientY - box.top) * scale];
      const start = (post.left + post.width / 2 - box.left) * scale;
      this.line.setAttribute("d", `M${start} ${y}L${x} ${y}`);
    },
    async up(event) {
      if (!this.from) return;
      const from = this.from.dataset.ref;
      this.leave();
      const under = document.elementsFromPoint(event.clientX, event.clientY).find((one) => one.matches(HOLD));
      const to = under?.dataset.ref;
      if (!to || to === from) return;
      const answer = await this.sheet().send("say", { line: `link ${from} > ${to}` });
      if (answer.kind === "clash") return;
      this.sheet().say(this.sheet().words(answer), answer.kind === "done" ? "heard" : "wrong");
    },
    leave() {
      this.line?.remove();
      this.from = this.line = null;
    },
  };
}

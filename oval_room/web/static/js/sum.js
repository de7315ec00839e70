// A quick sum: works itself out again while one types. Without this script the button does the same.
"use strict";

document.addEventListener("alpine:init", () => {
  Alpine.data("sum", () => ({
    timer: 0,
    asked: 0,
    typed(event) {
      clearTimeout(this.timer);
      this.timer = setTimeout(() => this.work(event.target.form), 120);
      if (event.target.name === "units") document.cookie = `units=${event.target.value}; path=/; samesite=strict; max-age=31536000`;
    },
    sent(event) {
      event.preventDefault();
      this.work(event.target);
    },
    async work(form) {
      const query = new URLSearchParams(new FormData(form));
      const mine = ++this.asked;
      const answer = await fetch(`${form.action}?${query}&part=true`);
      if (mine === this.asked && answer.ok) document.getElementById("result").innerHTML = await answer.text();
      history.replaceState(null, "", `${form.action}?${query}`);
    },
  }));
});

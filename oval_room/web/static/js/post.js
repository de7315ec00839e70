// Sending changes: the page's token with every one, and an answer that is always an object.
"use strict";

window.ovalPost = async function (address, body) {
  const token = document.querySelector('meta[name="token"]').content;
  try {
    const answer = await fetch(address, {
      method: "POST",
      headers: { "content-type": "application/json", "x-oval-token": token },
      body: JSON.stringify(body),
    });
    return await answer.json();
  } catch (error) {
    return { kind: "refused", say: "The program did not answer. What you typed is still here; try again in a moment.", options: [] };
  }
};

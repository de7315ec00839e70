// The way to the server: the page's token with every change, the latest question of a lane wins, and a server that is
// gone is said, never passed over.

const token = () => document.querySelector('meta[name="token"]').content;
const lanes = new Map();
const GONE = "The program did not answer. What you typed is still here; try again in a moment.";

// Nobody answered, or not as asked.
export class Away extends Error {}

// A question. Of a lane only the latest is answered: an older one gives undefined. Raises Away; a page that says what
// is wrong with what was entered is an answer all the same.
export async function ask(lane, address, as = "json", page = false) {
  lanes.get(lane)?.abort();
  const mine = new AbortController();
  lanes.set(lane, mine);
  try {
    const answer = await fetch(address, { signal: mine.signal });
    if (!answer.ok && !(page && answer.status < 500)) throw new Away(await refusal(answer));
    const read = await answer[as]();
    return lanes.get(lane) === mine ? read : undefined;
  } catch (error) {
    if (mine.signal.aborted) return undefined;
    throw error instanceof Away ? error : new Away(GONE);
  }
}

// What a refused question was answered with, in words.
async function refusal(answer) {
  try {
    return (await answer.json()).say || GONE;
  } catch {
    return GONE;
  }
}

// A change. Always answered with an object.
export async function tell(address, body) {
  const json = { "content-type": "application/json" };
  return post(address, JSON.stringify(body), json);
}

// A form with files. Always answered with an object.
export async function hand(address, form) {
  return post(address, form, { accept: "application/json" });
}

async function post(address, body, headers) {
  try {
    const answer = await fetch(address, { method: "POST", headers: { ...headers, "x-oval-token": token() }, body });
    if (answer.status === 413) return { kind: "refused", say: await answer.text(), options: [] };
    return await answer.json();
  } catch {
    return { kind: "refused", say: GONE, options: [] };
  }
}

export function query(values) {
  return new URLSearchParams(values).toString();
}

// A key that makes a change that is sent twice count once.
export function onceKey() {
  return crypto.randomUUID ? crypto.randomUUID() : String(Math.random()).slice(2);
}

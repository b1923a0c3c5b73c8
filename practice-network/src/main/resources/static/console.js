"use strict";
const COLOURS = { HS: "#b5532d", GR: "#6b3f69", SW: "#5e7c3a", AK: "#2a7f79", JC: "#3d4b63", DG: "#a8742a" };
const MODES = {
  SLOW: "answers late",
  REFUSE: "says no",
  RATE_LIMIT: "asks to wait",
  LOSE_ANSWER: "does it, loses the answer",
  GARBAGE: "answers nonsense",
  TOO_LARGE: "says it is too large",
  DOWN: "is down",
};
const $ = (id) => document.getElementById(id);
const count = (n) => n.toLocaleString("en-GB");
const words = (code) => code.toLowerCase().replaceAll("_", " ");

/* The key may come behind # in the address that ./tidewrack prints; it stays in this tab. */
if (location.hash.length > 1) {
  sessionStorage.setItem("key", decodeURIComponent(location.hash.slice(1)));
  history.replaceState(null, "", location.pathname);
}

function tell(problem) {
  $("problem").hidden = !problem;
  $("problem").textContent = problem ?? "";
}

async function call(method, path, body) {
  const answer = await fetch(path, {
    method,
    headers: { "X-Access-Key": sessionStorage.getItem("key") ?? "", "Content-Type": "application/json" },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  const text = await answer.text();
  if (!answer.ok) {
    const detail = text.startsWith("{") ? JSON.parse(text).detail : undefined;
    throw new Error(answer.status === 401 ? "Give the access key that ./tidewrack prints." : (detail ?? `Answer ${answer.status}.`));
  }
  return text ? JSON.parse(text) : null;
}

function element(tag, text, properties = {}) {
  const made = Object.assign(document.createElement(tag), properties);
  if (text instanceof Node) made.append(text);
  else if (text !== undefined) made.textContent = text;
  return made;
}

function button(label, act) {
  const made = element("button", label);
  made.onclick = () => perform(act);
  return made;
}

function row(...cells) {
  const made = element("tr");
  for (const cell of cells) made.append(cell instanceof Node && cell.tagName === "TD" ? cell : element("td", cell));
  return made;
}

const number = (n) => element("td", count(n), { className: "n" });

function bar(share) {
  const made = element("div", undefined, { className: "bar" });
  made.style.width = `${Math.max(1, share * 100)}%`;
  const cell = element("td", made);
  cell.style.width = "90px";
  return cell;
}

async function perform(act) {
  $("state").textContent = "working…";
  try {
    await act();
    tell();
  } catch (e) {
    tell(e.message);
  }
  await look();
}

function showClock(clock) {
  $("now").textContent = new Date(clock.now).toLocaleString("en-GB", {
    weekday: "short", day: "numeric", month: "long", year: "numeric", hour: "2-digit", minute: "2-digit", timeZone: "UTC",
  }) + " UTC";
  $("state").textContent = clock.hoursPerMinute > 0 ? `runs, ${clock.hoursPerMinute} hours a minute` : "stands still";
}

function showFaults({ kinds, modes, on }) {
  const body = $("faults").tBodies[0];
  if (body.contains(document.activeElement)) return;
  body.replaceChildren(...kinds.map((kind) => {
    const set = on.find((f) => f.kind === kind);
    const mode = element("select", undefined, { ariaLabel: `Fault of ${words(kind)} calls` });
    mode.append(new Option("none", ""), ...modes.map((m) => new Option(MODES[m], m)));
    mode.value = set?.mode ?? "";
    const every = element("input", undefined, { type: "number", min: 1, value: set?.every ?? 1, ariaLabel: "Every how-manieth call" });
    const slow = element("input", undefined, { type: "number", min: 0, step: 500, value: set?.slowMillis || 3000, ariaLabel: "Milliseconds slower" });
    const keep = button("Set", () =>
      mode.value
        ? call("PUT", `/console/faults/${kind}`, { mode: mode.value, every: Number(every.value), slowMillis: mode.value === "SLOW" ? Number(slow.value) : 0 })
        : call("DELETE", `/console/faults/${kind}`));
    const made = row(words(kind), mode, element("td", every, { className: "n" }), element("td", slow, { className: "n" }), keep);
    made.className = set ? "on" : "";
    return made;
  }));
}

/* Each inbox with its last leads; it can be made to fail, to see them tried again. */
function showReceiver(inboxes) {
  const body = $("receiver").tBodies[0];
  if (body.contains(document.activeElement)) return;
  if (inboxes.length === 0) {
    body.replaceChildren(row(element("td", "No inbox yet. Leads that are sent to /receiver/any-name come here.", { colSpan: 5, className: "muted" })));
    return;
  }
  body.replaceChildren(...inboxes.flatMap((inbox) => [
    row(element("b", inbox.name),
      element("td", button("Fail the next 3", () => call("PUT", `/receiver/${inbox.name}/failing`, { times: 3 })), { colSpan: 4 })),
    ...inbox.received.slice(0, 8).map((lead) =>
      row("", lead.id, lead.signed ? "yes" : "no", number(Math.max(0, lead.fields)), number(lead.status))),
  ]));
}

function showReviews(open) {
  const body = $("reviews").tBodies[0];
  if (body.contains(document.activeElement)) return;
  if (open.length === 0) {
    body.replaceChildren(row(element("td", "Nothing waits. Ads that are launched come here until their time has come.", { colSpan: 3, className: "muted" })));
    return;
  }
  body.replaceChildren(...open.map((ad) => {
    const reason = element("input", undefined, { type: "text", ariaLabel: `Reason to refuse ${ad.name}`, placeholder: "reason" });
    const decide = (approved) => call("PUT", `/console/reviews/${ad.id}`, { approved, reason: approved ? null : reason.value });
    const name = element("td", ad.name, { className: "name" });
    name.append(element("br"), element("span", `${ad.network}, ${ad.account}`, { className: "muted" }));
    const decision = element("td", element("div", button("Approve", () => decide(true)), { className: "decide" }));
    decision.firstChild.append(reason, button("Refuse", () => decide(false)));
    const due = new Date(ad.dueAt).toLocaleString("en-GB", { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit", timeZone: "UTC" });
    return row(name, element("td", due, { className: "due" }), decision);
  }));
}

function showFacts(facts) {
  const told = [
    ["People in the panel", count(facts.panel)], ["Each stands for", `${count(facts.weight)} people`], ["Cities", count(facts.cities)],
    ["Topics", count(facts.topics)], ["Seed", String(facts.seed)], ["Memory in use", `${count(Math.round(facts.memoryUsed / 1e6))} MB`],
  ];
  $("facts").replaceChildren(...told.flatMap(([what, value]) => [element("dt", what), element("dd", value)]));
  const most = Math.max(...facts.networks.map((n) => n.members));
  $("networks").tBodies[0].replaceChildren(...facts.networks.map((n) => {
    const chip = element("span", n.code, { className: "chip" });
    chip.style.background = COLOURS[n.code];
    const name = element("td", n.name);
    name.append(element("br"), element("span", n.kind, { className: "muted" }));
    return row(chip, name, number(n.members), bar(n.members / most));
  }));
  const largest = facts.countries[0].people;
  $("countries").tBodies[0].replaceChildren(...facts.countries.map((c) => row(c.name, number(c.people), bar(c.people / largest))));
}

let factsShown = false;
async function look() {
  try {
    const [clock, faults, reviews, inboxes] = await Promise.all(["/clock", "/console/faults", "/console/reviews", "/receiver"].map((path) => call("GET", path)));
    showClock(clock);
    showFaults(faults);
    showReviews(reviews);
    showReceiver(inboxes);
    if (!factsShown) {
      showFacts(await call("GET", "/console/facts"));
      factsShown = true;
    }
  } catch (e) {
    tell(e.message);
  }
}

for (const move of document.querySelectorAll("[data-move]")) {
  move.onclick = () => perform(() => call("POST", "/clock/move", { hours: Number(move.dataset.move) }));
}
$("run").onclick = () => perform(() => call("POST", "/clock/run", { hoursPerMinute: Number($("speed").value) }));
$("stand").onclick = () => perform(() => call("POST", "/clock/run", { hoursPerMinute: 0 }));
$("key-form").onsubmit = (e) => {
  e.preventDefault();
  sessionStorage.setItem("key", $("key").value);
  $("key").value = "";
  perform(async () => {});
};
look();
setInterval(look, 3000);

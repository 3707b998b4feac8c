// The list reader: asks how the list reads with every change, and puts the newest answer in place without disturbing
// the field one is in.

const PAUSE_IN_TYPING = 350;

const form = document.getElementById("list-form");
let waiting = null;
let asking = null;

const tell = (sentence) => {
  document.getElementById("reading").textContent = sentence;
};

const read = async () => {
  clearTimeout(waiting);
  asking?.abort();
  asking = new AbortController();
  try {
    const response = await fetch(form.dataset.reading, {
      method: "POST",
      headers: { "X-In-Place": "true" },
      body: new URLSearchParams(new FormData(form)),
      signal: asking.signal,
    });
    const answer = new DOMParser().parseFromString(await response.text(), "text/html").getElementById("reading");
    if (!answer) {
      tell("This was not read: it is too long, or the page is too old. Paste only the pages with notes, or reload the page.");
    } else {
      Idiomorph.morph(document.getElementById("reading"), answer, { morphStyle: "outerHTML", ignoreActiveValue: true });
    }
  } catch (failure) {
    if (failure.name !== "AbortError") {
      tell("The application does not answer; check that it still runs, then try again.");
    }
  }
};

form.addEventListener("input", (event) => {
  if (event.target.id === "text") {
    clearTimeout(waiting);
    waiting = setTimeout(read, PAUSE_IN_TYPING);
  }
});

form.addEventListener("change", read);

// What was pasted before this script was there, or stayed when the page was loaded anew.
if (form.elements.text.value.trim() !== "") {
  read();
}

// Sends a folder or many files in groups, so that neither side has to hold them all; a zip goes as the form sends it.

import { answerAt } from "./documents.js";
import { droppedFiles } from "./dropped.js";

const GROUP = 100;
const GROUP_BYTES = 32 * 1024 * 1024;

const form = document.querySelector("[data-batch]");
const refusal = document.querySelector("#batch-refusal");
for (const scripted of form.querySelectorAll("[data-scripted]")) {
  scripted.hidden = false;
}

const sentenceOf = async (answer) => {
  const page = new DOMParser().parseFromString(await answer.text(), "text/html");
  return page.querySelector("[role=alert]")?.textContent.trim() || `The files could not be sent (${answer.status}); try again.`;
};

// Every request proves that it comes from this page.
const proof = form.querySelector("input[name=_csrf]");

const post = async (address, body) => {
  if (proof) {
    body.set(proof.name, proof.value);
  }
  const answer = await answerAt(address, { method: "POST", body });
  if (!answer.ok) {
    throw new Error(await sentenceOf(answer));
  }
  return answer;
};

const groupsOf = (files) => {
  const groups = [[]];
  let bytes = 0;
  for (const entry of files) {
    const last = groups[groups.length - 1];
    if (last.length >= GROUP || (last.length > 0 && bytes + entry.file.size > GROUP_BYTES)) {
      groups.push([entry]);
      bytes = entry.file.size;
    } else {
      last.push(entry);
      bytes += entry.file.size;
    }
  }
  return groups;
};

const fields = () => {
  const chosen = new URLSearchParams();
  for (const [name, value] of new FormData(form)) {
    if (typeof value === "string") {
      chosen.set(name, value);
    }
  }
  return chosen;
};

const send = async (files, name) => {
  const isArchive = files.length === 1 && files[0].file.name.toLowerCase().endsWith(".zip");
  const chosen = fields();
  chosen.set("name", name);
  const sending = form.querySelector("[data-sending]");
  const bar = sending.querySelector("progress");
  const words = sending.querySelector("[data-sent]");
  sending.hidden = false;
  refusal.textContent = "";
  try {
    if (isArchive) {
      words.textContent = `Sending ${files[0].file.name}`;
      bar.removeAttribute("value");
      const body = new FormData();
      chosen.forEach((value, field) => body.append(field, value));
      body.append("file", files[0].file);
      location.assign((await post("/batches", body)).url);
      return;
    }
    const token = await (await post("/batches/collect", chosen)).text();
    let sent = 0;
    for (const group of groupsOf(files)) {
      const body = new FormData();
      for (const entry of group) {
        body.append("file", entry.file);
        body.append("path", entry.path);
      }
      await post(`/batches/${token}/files`, body);
      sent += group.length;
      bar.value = (100 * sent) / files.length;
      words.textContent = `${sent} of ${files.length} files sent`;
    }
    location.assign((await post(`/batches/${token}/begin`, new URLSearchParams())).url);
  } catch (failure) {
    sending.hidden = true;
    refusal.textContent = failure.message;
  }
};

const entryOf = (file) => ({ file, path: file.webkitRelativePath || file.name });
const nameOf = (files) => {
  const first = files[0].path;
  return files.length === 1 || first.includes("/") ? first.split("/")[0].replace(/\.zip$/i, "") : `${files.length} files`;
};

const sendAll = (files) => {
  if (files.length === 0) {
    refusal.textContent = "No file was chosen; choose a zip, a folder, or some MIDI files.";
    return;
  }
  send(files, nameOf(files));
};

form.addEventListener("submit", (event) => {
  event.preventDefault();
  const inputs = [...form.querySelectorAll("input[type=file]")];
  sendAll(inputs.flatMap((input) => [...input.files]).map(entryOf));
});

form.addEventListener("dragover", (event) => {
  event.preventDefault();
  form.classList.add("over");
});
form.addEventListener("dragleave", () => form.classList.remove("over"));
form.addEventListener("drop", async (event) => {
  event.preventDefault();
  form.classList.remove("over");
  sendAll(await droppedFiles(event.dataTransfer));
});

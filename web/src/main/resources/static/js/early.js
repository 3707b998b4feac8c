// Keys, clicks and changes that come before the page is ready wait until it is. A key that is pressed while an answer is on its
// way waits for that answer, since what the key is meant for is not on the page before. Runs before the page is drawn: people
// use a page as soon as they see it.
{
  let answersToCome = 1;
  let ready = false;
  const toCome = [];
  const textField = (element) =>
    element.matches("input:not([type=checkbox], [type=radio], [type=range]), select, textarea") ||
    element.isContentEditable;
  // These need no script. A link has to wait: clicking a download link now would cancel the scripts.
  const BY_ITSELF = "summary, label, input:not([type=submit]), select, textarea";

  // A key that came after one that leads into a field is text for that field.
  const type = (field, text) => {
    if (field.selectionStart === null || field.selectionStart === undefined) {
      field.value += text;
    } else {
      field.setRangeText(text, field.selectionStart, field.selectionEnd, "end");
    }
    field.dispatchEvent(new InputEvent("input", { bubbles: true, data: text, inputType: "insertText" }));
  };
  const press = (key) => {
    const at = document.activeElement;
    if (at.matches("input:not([type=checkbox], [type=radio], [type=range]), textarea")) {
      type(at, key.key);
    } else {
      at.dispatchEvent(new KeyboardEvent("keydown", key));
    }
  };
  const answered = () => {
    answersToCome--;
    while (answersToCome === 0 && toCome.length > 0) {
      toCome.shift()();
    }
  };
  const begin = () => {
    if (!ready) {
      ready = true;
      answered();
    }
  };
  // htmx sets up the page on the same event at the document, which comes before the window.
  window.addEventListener("DOMContentLoaded", begin);
  // When loading is stopped, only this event comes.
  document.addEventListener("readystatechange", () => {
    if (document.readyState === "complete") {
      begin();
    }
  });
  document.addEventListener("htmx:beforeRequest", () => answersToCome++);
  document.addEventListener("htmx:afterRequest", answered);
  document.addEventListener(
    "keydown",
    (event) => {
      const { key, code, shiftKey } = event;
      const plain = key.length === 1 && !event.ctrlKey && !event.metaKey && !event.altKey;
      if (event.isTrusted && answersToCome > 0 && plain && !event.repeat && !textField(event.target)) {
        event.preventDefault();
        event.stopImmediatePropagation();
        toCome.push(() => press({ key, code, shiftKey, bubbles: true, cancelable: true }));
      }
    },
    true,
  );
  document.addEventListener(
    "click",
    (event) => {
      const { target, isTrusted, detail, clientX, clientY, shiftKey, altKey } = event;
      const elsewhere = event.ctrlKey || event.metaKey || (shiftKey && target.closest("a"));
      if (!ready && isTrusted && !elsewhere && !target.closest(BY_ITSELF)) {
        event.preventDefault();
        event.stopImmediatePropagation();
        const click = { detail, clientX, clientY, shiftKey, altKey, bubbles: true, cancelable: true, composed: true };
        toCome.push(() => target.dispatchEvent(new MouseEvent("click", click)));
      }
    },
    true,
  );
  for (const kind of ["input", "change"]) {
    document.addEventListener(
      kind,
      ({ target }) => {
        if (!ready) {
          toCome.push(() => target.dispatchEvent(new Event(kind, { bubbles: true })));
        }
      },
      true,
    );
  }
}

// A key that is pressed while an answer is on its way, or before the page is ready, counts once it is there: what the key is
// meant for stands only then. Runs before the page is drawn, since one who sees a page types.
{
  let answersToCome = 1;
  const keysToCome = [];
  const textField = (element) =>
    element.matches("input:not([type=checkbox], [type=radio], [type=range]), select, textarea") ||
    element.isContentEditable;

  // A key that came after one that leads into a field is text for that field.
  const type = (field, text) => {
    if (field.selectionStart === null || field.selectionStart === undefined) {
      field.value += text;
    } else {
      field.setRangeText(text, field.selectionStart, field.selectionEnd, "end");
    }
    field.dispatchEvent(new InputEvent("input", { bubbles: true, data: text, inputType: "insertText" }));
  };
  const answered = () => {
    answersToCome--;
    while (answersToCome === 0 && keysToCome.length > 0) {
      const key = keysToCome.shift();
      const at = document.activeElement;
      if (at.matches("input:not([type=checkbox], [type=radio], [type=range]), textarea")) {
        type(at, key.key);
      } else {
        at.dispatchEvent(new KeyboardEvent("keydown", key));
      }
    }
  };
  // htmx takes hold of the page when it is loaded, too, and must be first.
  document.addEventListener("DOMContentLoaded", () => setTimeout(answered));
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
        keysToCome.push({ key, code, shiftKey, bubbles: true, cancelable: true });
      }
    },
    true,
  );
}

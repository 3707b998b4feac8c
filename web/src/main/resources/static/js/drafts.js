// What was typed into a form and not sent yet survives a closed tab: it is kept in the browser until the form is sent.

const keyOf = (form) => form.dataset.draft;
const fieldsOf = (form) =>
  [...form.elements].filter((field) => field.name && field.matches("input:not([type=hidden], [type=file], [type=checkbox], [type=radio]), textarea"));

const keep = (form) => {
  const typed = Object.fromEntries(
    fieldsOf(form)
      .filter((field) => field.value !== field.defaultValue)
      .map((field) => [field.name, field.value]),
  );
  if (Object.keys(typed).length === 0) {
    localStorage.removeItem(keyOf(form));
  } else {
    localStorage.setItem(keyOf(form), JSON.stringify(typed));
  }
};

const restore = (form) => {
  const typed = JSON.parse(localStorage.getItem(keyOf(form)) ?? "{}");
  // What the page brings itself, such as a list that was read from a file, stays.
  const changed = fieldsOf(form).filter(({ name, value, defaultValue }) => typed[name] !== undefined && value === "" && defaultValue === "");
  for (const field of changed) {
    field.value = typed[field.name];
    field.dispatchEvent(new Event("input", { bubbles: true }));
  }
  if (changed.length > 0) {
    tell(form, changed);
  }
};

const tell = (form, changed) => {
  const line = document.createElement("p");
  line.className = "message";
  line.setAttribute("role", "status");
  const discard = document.createElement("button");
  discard.type = "button";
  discard.className = "link-button";
  discard.textContent = "Discard";
  discard.addEventListener("click", () => {
    for (const field of changed) {
      field.value = "";
      field.dispatchEvent(new Event("input", { bubbles: true }));
    }
    localStorage.removeItem(keyOf(form));
    line.remove();
  });
  line.append("What you typed here before was restored. ", discard);
  form.prepend(line);
};

document.addEventListener("input", (event) => {
  const form = event.target.form;
  if (form?.dataset.draft) {
    keep(form);
  }
});
document.querySelectorAll("form[data-draft]").forEach(restore);

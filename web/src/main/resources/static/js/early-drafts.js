// A form that was sent and comes back was refused. Any other page means it was accepted, so its draft is deleted.
// Runs before the page is drawn: whoever sees the page may leave right away.
{
  const SENT = "sent form";
  const sent = JSON.parse(sessionStorage.getItem(SENT) ?? "null");
  sessionStorage.removeItem(SENT);
  if (sent && !sent.comesAgainAt.includes(location.pathname)) {
    localStorage.removeItem(sent.draft);
  }

  document.addEventListener("submit", ({ target: form, submitter }) => {
    if (form.dataset.draft) {
      const action = new URL(submitter?.hasAttribute("formaction") ? submitter.formAction : form.action, location.href);
      sessionStorage.setItem(SENT, JSON.stringify({ draft: form.dataset.draft, comesAgainAt: [location.pathname, action.pathname] }));
    }
  });
}

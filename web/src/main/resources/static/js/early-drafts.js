// A form that was sent and comes again was refused; any other page says that it was taken, and what is kept of it goes.
// Runs before that page is drawn, since one who sees it may leave at once.
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

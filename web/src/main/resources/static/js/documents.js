// Asks the application for documents.

const UNREACHED = "The application does not answer; check that it still runs, then try again.";
const UNEXPECTED = "The application gave an unexpected answer; reload the page and try again.";

// The document at an address; throws what went wrong, in a sentence, with the status of the answer where there was one.
export const documentAt = async (address, options = {}) => {
  let response;
  let answer;
  try {
    response = await fetch(address, { ...options, headers: { Accept: "application/json", ...options.headers } });
    answer = await response.json();
  } catch {
    throw new Error(response ? UNEXPECTED : UNREACHED);
  }
  if (!response.ok) {
    throw Object.assign(new Error(answer.detail ?? UNEXPECTED), { status: response.status });
  }
  return answer;
};

// What an address answers to a document that is sent to it, with the token of the page's data.
export const sendDocument = (address, { csrf, csrfHeader }, body) =>
  documentAt(address, {
    method: "POST",
    headers: { "Content-Type": "application/json", [csrfHeader]: csrf },
    body: JSON.stringify(body),
  });

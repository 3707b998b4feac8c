// Asks the application for documents and for pieces of pages.

const UNREACHED = "The application does not answer; check that it still runs, then try again.";
const UNEXPECTED = "The application gave an unexpected answer; reload the page and try again.";

// What an address answers, whatever it is; throws a sentence when the application is not reached.
export const answerAt = async (address, options) => {
  try {
    return await fetch(address, options);
  } catch {
    throw new Error(UNREACHED);
  }
};

// The piece of a page at an address; throws what went wrong, in a sentence.
export const pieceAt = async (address) => {
  const answer = await answerAt(address);
  if (!answer.ok) {
    throw new Error(UNEXPECTED);
  }
  return answer.text();
};

// The document at an address; throws what went wrong, in a sentence, with the status of the answer where there was one.
export const documentAt = async (address, options = {}) => {
  const response = await answerAt(address, { ...options, headers: { Accept: "application/json", ...options.headers } });
  let answer;
  try {
    answer = await response.json();
  } catch {
    throw new Error(UNEXPECTED);
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

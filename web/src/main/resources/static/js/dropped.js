// What is dropped on a page: files, and all files in folders, each with its path.

const readAll = async (reader) => {
  const all = [];
  for (;;) {
    const some = await new Promise((resolve, reject) => reader.readEntries(resolve, reject));
    if (some.length === 0) {
      return all;
    }
    all.push(...some);
  }
};

const walk = async (entry, path) => {
  if (entry.isFile) {
    const file = await new Promise((resolve, reject) => entry.file(resolve, reject));
    return [{ file, path: path + entry.name }];
  }
  const found = [];
  for (const each of await readAll(entry.createReader())) {
    found.push(...(await walk(each, `${path}${entry.name}/`)));
  }
  return found;
};

// To be called in the handler of the drop itself: later the browser has forgotten what was dropped.
export const droppedFiles = (dataTransfer) => {
  const entries = [...dataTransfer.items].map((item) => item.webkitGetAsEntry?.()).filter(Boolean);
  const plain = [...dataTransfer.files].map((file) => ({ file, path: file.webkitRelativePath || file.name }));
  if (!entries.some((entry) => entry.isDirectory)) {
    return Promise.resolve(plain);
  }
  return Promise.all(entries.map((entry) => walk(entry, ""))).then((found) => found.flat());
};

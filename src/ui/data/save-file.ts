/** Hands a file to the person: the browser saves it where it saves files. */
export const saveFile = (name: string, type: string, content: string): void =>
  saveBlob(name, new Blob([content], { type }));

/** The same for bytes. */
export function saveBlob(name: string, blob: Blob): void {
  const url = URL.createObjectURL(blob);
  const link = Object.assign(document.createElement('a'), { href: url, download: name });
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** Asks the person for files; none when none was chosen. */
export function chooseFiles(accept: string, several = false): Promise<File[]> {
  return new Promise((resolve) => {
    const input = Object.assign(document.createElement('input'), { type: 'file', accept, multiple: several });
    input.style.display = 'none';
    document.body.append(input);
    const done = (files: File[]): void => {
      input.remove();
      resolve(files);
    };
    input.addEventListener('change', () => done([...(input.files ?? [])]));
    input.addEventListener('cancel', () => done([]));
    input.click();
  });
}

/** Asks the person for a file and reads it as text; null when none was chosen, or it cannot be read. */
export async function openFile(accept: string): Promise<{ name: string; text: string } | null> {
  const [file] = await chooseFiles(accept);
  if (!file) return null;
  return file.text().then(
    (text) => ({ name: file.name, text }),
    () => null,
  );
}

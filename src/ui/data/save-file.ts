/** Hands a file to the person: the browser saves it where it saves files. */
export function saveFile(name: string, type: string, content: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = Object.assign(document.createElement('a'), { href: url, download: name });
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** Asks the person for a file and reads it as text; null when none was chosen. */
export function openFile(accept: string): Promise<{ name: string; text: string } | null> {
  return new Promise((resolve) => {
    const input = Object.assign(document.createElement('input'), { type: 'file', accept });
    input.style.display = 'none';
    document.body.append(input);
    const done = (file: { name: string; text: string } | null): void => {
      input.remove();
      resolve(file);
    };
    input.addEventListener('change', () => {
      const file = input.files?.[0];
      if (file) void file.text().then((text) => done({ name: file.name, text }), () => done(null));
      else done(null);
    });
    input.addEventListener('cancel', () => done(null));
    input.click();
  });
}

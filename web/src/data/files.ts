/** A file's bytes in base64, as the contract wants files. */
export async function toBase64(file: Blob): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  let text = '';
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return btoa(text);
}

/** Opens a PDF that came as base64 in a window of its own, to be printed. */
export function showPdf(base64: string): void {
  const bytes = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
  const url = URL.createObjectURL(new Blob([bytes], { type: 'application/pdf' }));
  window.open(url, '_blank', 'noopener');
  // The window has it by then; a minute later nobody else can open it.
  window.setTimeout(() => URL.revokeObjectURL(url), 60_000);
}

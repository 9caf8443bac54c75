/** The standard fonts of a PDF know Latin letters only. */
export function latin(text: string): string {
  return text.replace(/₂/g, '2').replace(/[“”]/g, '"').replace(/[’‘]/g, "'").replace(/–|−/g, '-').replace(/…/g, '...');
}

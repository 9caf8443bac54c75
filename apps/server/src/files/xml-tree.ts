import { SaxesParser } from 'saxes';
import { FileFault } from './file-fault.js';

/** An element without its prefix: what a name means is told by where it stands. */
export interface XmlElement {
  readonly tag: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: XmlElement[];
  text: string;
}

/** Deeper than any map file; a bomb of nested elements ends here. */
const MOST_DEPTH = 100;

function bad(message: string): FileFault {
  return new FileFault({ row: 0, column: '', code: 'FORMAT', message });
}

const local = (name: string): string => name.slice(name.indexOf(':') + 1);

/**
 * The elements of an XML file. @throws FileFault `FORMAT` for XML that is not well formed, and for document types: without
 * them no entity but the five of XML itself can be there.
 */
export function xmlTree(text: string): XmlElement {
  const root: XmlElement = { tag: '', attributes: {}, children: [], text: '' };
  const open = [root];
  const parser = new SaxesParser();
  parser.on('error', (error) => {
    throw bad(`the XML is broken: ${error.message.replace(/^.*?(\d+):(\d+): /, 'line $1, $2: ')}`);
  });
  parser.on('doctype', () => {
    throw bad('it declares a document type or entities, which are not read');
  });
  parser.on('opentag', ({ name, attributes }) => {
    const element = { tag: local(name), attributes: { ...attributes }, children: [], text: '' };
    open.at(-1)?.children.push(element);
    open.push(element);
    if (open.length > MOST_DEPTH) throw bad('its elements are nested too deep');
  });
  const add = (more: string): void => {
    const element = open.at(-1);
    if (element) element.text += more;
  };
  parser.on('text', add);
  parser.on('cdata', add);
  parser.on('closetag', () => {
    open.pop();
  });
  parser.write(text.replace(/^\uFEFF/, '')).close();
  const [top] = root.children;
  if (!top) throw bad('there is no element in this XML');
  return top;
}

import { FILE_LIMITS } from '@yewridge/contract/files';
import { SaxesParser } from 'saxes';
import { FileFault } from './file-fault.js';

/** An element without its prefix: what a name means is told by where it stands. */
export interface XmlElement {
  readonly tag: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: XmlElement[];
  text: string;
}

/** Elements that are counted and not kept: lines and areas, of which a map file may have millions of points. */
const PASSED_OVER: ReadonlySet<string> = new Set([
  'trk',
  'rte',
  'LineString',
  'LinearRing',
  'Polygon',
  'Track',
  'MultiTrack',
]);
/** Elements that are kept: a file with more holds no places. */
const MOST_KEPT = 200_000;

function bad(message: string, code: 'FORMAT' | 'RANGE' = 'FORMAT'): FileFault {
  return new FileFault({ row: 0, column: '', code, message });
}

const local = (name: string): string => name.slice(name.indexOf(':') + 1);

/**
 * The elements of an XML file. @throws FileFault `FORMAT` for XML that is not well formed, and for document types: without
 * them no entity but the five of XML itself can be there.
 */
export function xmlTree(text: string): XmlElement {
  const root: XmlElement = { tag: '', attributes: {}, children: [], text: '' };
  const open = [root];
  let kept = 0;
  /** How deep within an element that is passed over; 0 outside. */
  let passing = 0;
  const parser = new SaxesParser();
  parser.on('error', (error) => {
    throw bad(`the XML is broken: ${error.message.replace(/^.*?(\d+):(\d+): /, 'line $1, $2: ')}`);
  });
  parser.on('doctype', () => {
    throw bad('it declares a document type or entities, which are not read');
  });
  parser.on('opentag', ({ name, attributes }) => {
    const tag = local(name);
    if (passing > 0 || PASSED_OVER.has(tag)) {
      passing += 1;
      if (open.length + passing > FILE_LIMITS.depth) throw bad('its elements are nested too deep');
      return;
    }
    kept += 1;
    if (kept > MOST_KEPT) throw bad(`it has more than ${MOST_KEPT} elements: take only the places out of it`, 'RANGE');
    const element = { tag, attributes: { ...attributes }, children: [], text: '' };
    open.at(-1)?.children.push(element);
    open.push(element);
    if (open.length > FILE_LIMITS.depth) throw bad('its elements are nested too deep');
  });
  const add = (more: string): void => {
    const element = open.at(-1);
    if (element && passing === 0) element.text += more;
  };
  parser.on('text', add);
  parser.on('cdata', add);
  parser.on('closetag', () => {
    if (passing > 0) passing -= 1;
    else open.pop();
  });
  parser.write(text.replace(/^\uFEFF/, '')).close();
  const [top] = root.children;
  if (!top) throw bad('there is no element in this XML');
  return top;
}

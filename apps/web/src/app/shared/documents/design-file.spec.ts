import { startingPoint } from '@yewridge/core/bench';
import { designFileText, readDesignFile } from './design-file';

const file = (text: string, name = 'nuc.design.json'): File => new File([text], name, { type: 'application/json' });

describe('a design as a file', () => {
  it('comes back as it went, to the last figure', async () => {
    const design = startingPoint('two-nucs');
    expect(await readDesignFile(file(designFileText(design)))).toEqual({ ok: true, design });
  });

  it('anything else is refused with what it is, and by its name', async () => {
    const sentence = async (text: string): Promise<string> => {
      const read = await readDesignFile(file(text, 'list.json'));
      return read.ok ? 'taken' : read.sentence;
    };
    expect(await sentence('{')).toContain('list.json is no JSON file');
    for (const text of ['[]', 'null', '3', '{}', '{"format":"yewridge-design","design":[]}'])
      expect(await sentence(text))
        .withContext(text)
        .toContain('list.json holds no design');
    expect(await sentence('{"format":"yewridge-design","version":2,"design":{}}')).toContain('version 2');
    expect(await sentence(' '.repeat(200_001))).toContain('larger than any design');
  });
});

import { readdir, readFile } from 'node:fs/promises';

const source = new URL('../src/', import.meta.url);
const science = new URL('../../../docs/science/', import.meta.url);

describe('core and its science pages', () => {
  it('every model that names a source has a page that names the model', async () => {
    const files = (await readdir(source, { recursive: true })).filter((name) => name.endsWith('.ts'));
    const texts = await Promise.all(files.map((name) => readFile(new URL(name, source), 'utf8')));
    const models = files.filter((_, n) => texts[n]?.includes('* Source:'));
    const pages = (
      await Promise.all((await readdir(science)).map((name) => readFile(new URL(name, science), 'utf8')))
    ).join();
    expect(models.length).toBeGreaterThan(8);
    for (const model of models)
      expect(pages)
        .withContext(model)
        .toContain(model.split('/').at(-1) ?? model);
  });
});

describe('core: what these specs test', () => {
  it('is the source, whatever was built last', () => {
    for (const entry of ['bench', 'suction', 'season', 'evidence', 'catches', 'callouts', 'rounds', 'shared/units']) {
      expect(import.meta.resolve(`@yewridge/core/${entry}`)).toMatch(/\/core\/src\/.*\.ts$/);
    }
  });
});

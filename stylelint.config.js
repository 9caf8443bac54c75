/** Component styles use tokens and layout only. */
export default {
  customSyntax: 'postcss-scss',
  rules: {
    'color-no-hex': true,
    'color-named': ['never', { ignore: ['inside-function'] }],
    'selector-disallowed-list': [[/::ng-deep/, /\.mdc-/, /\.mat-mdc-(?!menu-panel|dialog-surface)/]],
    'block-no-empty': true,
    'declaration-block-no-duplicate-properties': true,
    'no-duplicate-selectors': true,
    'property-no-unknown': true,
    'unit-no-unknown': true,
  },
  overrides: [{ files: ['**/tokens/*.scss'], rules: { 'color-no-hex': null, 'color-named': null } }],
};

import vue from 'eslint-plugin-vue';
import tseslint from 'typescript-eslint';
import vueParser from 'vue-eslint-parser';

export default tseslint.config(
  { ignores: ['dist/', 'node_modules/', 'data/', 'test-results/'] },
  ...tseslint.configs.recommendedTypeChecked,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.ts', '**/*.vue'],
    languageOptions: {
      parser: vueParser,
      parserOptions: {
        parser: tseslint.parser,
        // One program for all: each project by itself would be checked anew, and with it what it shares with others.
        project: './tsconfig.lint.json',
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      eqeqeq: 'error',
      'no-restricted-syntax': [
        'error',
        {
          selector: "BinaryExpression[operator='in'][left.type!='Literal']",
          message: 'Ids may be names every object has: Object.hasOwn.',
        },
      ],
      // An interface keeps its name where the compiler writes types out.
      '@typescript-eslint/no-empty-object-type': ['error', { allowInterfaces: 'with-single-extends' }],
      'no-console': ['error', { allow: ['error', 'log'] }],
      // The "!" after an index is the price of noUncheckedIndexedAccess where the index is known good.
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
      // To leave a member out, it is named beside the rest.
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
      '@typescript-eslint/no-confusing-void-expression': 'off',
      // Layout is prettier's.
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/require-default-prop': 'off',
    },
  },
  // A view's types are vue-tsc's to check: here each view would make a program of its own, and lint take minutes.
  { files: ['**/*.mjs', '**/*.cjs', '**/*.vue'], ...tseslint.configs.disableTypeChecked },
);

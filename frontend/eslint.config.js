/** Lint of the front end: Vue, accessibility, types, and the rooms: no place imports another. */
import { readdirSync } from 'node:fs'
import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import a11y from 'eslint-plugin-vuejs-accessibility'
import globals from 'globals'
import ts from 'typescript-eslint'

const places = readdirSync(new URL('src/places', import.meta.url))
/** Components that are a form control to the label round them. */
const fields = [
  'Select',
  'Input',
  'InputNumber',
  'Switch',
  'Slider',
  'Textarea',
  'DatePicker',
  'Checkbox',
  'ChoiceField',
  'DayField',
  'LineField',
  'NamedSelect',
  'NumberField',
  'RangeField',
  'TextField',
  'ValueField',
]
/** What a place shares with others moves to planning/, frames/, camera/ or shared/. */
const rooms = places.map((place) => ({
  files: [`src/places/${place}/**`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            regex: `^(@/places/|(\\.\\./)+)(?!${place}/)(${places.join('|')})/`,
            message: 'A place imports no other place: move what they share to planning/, frames/, camera/ or shared/.',
          },
        ],
      },
    ],
  },
}))

export default ts.config(
  { ignores: ['dist', 'src/api/schema.d.ts'] },
  ts.configs.recommended,
  vue.configs['flat/recommended'],
  a11y.configs['flat/recommended'],
  prettier,
  {
    files: ['**/*.{ts,vue}'],
    languageOptions: { globals: globals.browser, parserOptions: { parser: ts.parser } },
    rules: {
      'no-undef': 'off', // the type checker knows better
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off', // props are typed; a missing one is undefined
      'vue/no-v-html': 'error',
      'vue/no-mutating-props': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'off',
      'vuejs-accessibility/label-has-for': ['error', { required: { some: ['nesting', 'id'] }, controlComponents: fields }],
      // A label bound by a computed id is invisible to this rule; the scan in the browser sees it.
      'vuejs-accessibility/form-control-has-label': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
      'max-lines': ['error', 250],
    },
  },
  {
    files: ['src/{api,rulers,saving,shared,planning,frames,camera,shell}/**'],
    ignores: ['src/shell/**'],
    rules: { 'no-restricted-imports': ['error', { patterns: [{ group: ['@/places/*', '@/shell/*'], message: 'Shared rooms know no place.' }] }] },
  },
  { files: ['**/*.test.ts'], rules: { 'max-lines': 'off' } },
  ...rooms,
)

import js from '@eslint/js';
import a11y from 'eslint-plugin-jsx-a11y';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const fromTheBook = 'Words come from the phrasebook: say(key).';
const fromThePalette = 'Colors come from parts/palette.ts: var(--ember), palette[look].ember.';
const stations = ['bench', 'crew', 'parts', 'plan', 'proof', 'recipes', 'signin', 'today', 'verify'];

export default tseslint.config(
    { ignores: ['dist', 'public', 'src/api/schema.ts'] },
    js.configs.recommended,
    ...tseslint.configs.recommended,
    a11y.flatConfigs.recommended,
    {
        plugins: { 'react-hooks': hooks },
        rules: {
            '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
            'react-hooks/rules-of-hooks': 'error',
            'react-hooks/exhaustive-deps': 'error',
            // A panel that is opened to type in has the focus in its field.
            'jsx-a11y/no-autofocus': 'off',
            // A label holds its field; Ant Design's fields are such too.
            'jsx-a11y/label-has-associated-control': ['error', { assert: 'either', controlComponents: ['Input', 'InputNumber', 'Select'], depth: 4 }],
            'no-restricted-syntax': [
                'error',
                { selector: 'JSXText[value=/[A-Za-z]{2}/]', message: fromTheBook },
                { selector: 'JSXAttribute[name.name=/^(label|aria-label|title|extra|okText|cancelText|alt)$/] > Literal[value=/[A-Za-z]{2}/]', message: fromTheBook },
            ],
        },
    },
    {
        files: ['src/**/*.ts', 'src/**/*.tsx'],
        ignores: ['src/parts/palette.ts', 'src/stations/parts/**'],
        rules: {
            'no-restricted-syntax': [
                'error',
                { selector: 'JSXText[value=/[A-Za-z]{2}/]', message: fromTheBook },
                { selector: 'JSXAttribute[name.name=/^(label|aria-label|title|extra|okText|cancelText|alt)$/] > Literal[value=/[A-Za-z]{2}/]', message: fromTheBook },
                { selector: 'Literal[value=/^#[0-9A-Fa-f]{3,8}$/]', message: fromThePalette },
            ],
        },
    },
    // What two stations share lies in parts/ or drawing/.
    ...stations.map((station) => ({
        files: [`src/stations/${station}/**`],
        rules: {
            'no-restricted-imports': ['error', { patterns: [{ group: stations.filter((other) => other !== station).map((other) => `../${other}/*`), message: 'Stations do not import from each other.' }] }],
        },
    })),
);

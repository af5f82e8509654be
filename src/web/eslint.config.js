import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const fromTheBook = 'Words come from the phrasebook: say(key).';

export default tseslint.config(
    { ignores: ['dist', 'public', 'src/api/schema.ts'] },
    js.configs.recommended,
    ...tseslint.configs.recommended,
    {
        plugins: { 'react-hooks': hooks },
        rules: {
            '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
            'react-hooks/rules-of-hooks': 'error',
            'react-hooks/exhaustive-deps': 'error',
            'no-restricted-syntax': [
                'error',
                { selector: 'JSXText[value=/[A-Za-z]{2}/]', message: fromTheBook },
                { selector: 'JSXAttribute[name.name=/^(label|aria-label|title|extra|okText|cancelText|alt)$/] > Literal[value=/[A-Za-z]{2}/]', message: fromTheBook },
            ],
        },
    },
);

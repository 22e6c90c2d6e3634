import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

export default ts.config(
	{ ignores: ['.svelte-kit/', 'build/', 'src/lib/api/schema.d.ts'] },
	...ts.configs.recommended,
	...svelte.configs.recommended,
	{
		languageOptions: { globals: { ...globals.browser } },
		rules: {
			eqeqeq: ['error', 'always', { null: 'ignore' }],
			'no-console': 'error',
			'@typescript-eslint/no-unused-vars': [
				'error',
				{ argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true }
			],
			// A space that has to stay between two words is written out.
			'svelte/no-useless-mustaches': 'off',
			// Sets and maps that are made, filled and read in one go.
			'svelte/prefer-svelte-reactivity': 'off',
			// Pages are served at the root: an address is what it says.
			'svelte/no-navigation-without-resolve': 'off'
		}
	},
	{
		files: ['**/*.svelte', '**/*.svelte.ts'],
		languageOptions: {
			parserOptions: { extraFileExtensions: ['.svelte'], parser: ts.parser, svelteConfig }
		}
	}
);

/** What the pages say: the texts of every component and module, as JSON. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'svelte/compiler';

const SAID = /[A-Za-z’']{2,}[,:;]? \S*[A-Za-z]{2}|^[A-Z][a-z]+\.?$/;
const SPOKEN = new Set(['title', 'aria-label', 'placeholder', 'label', 'alt', 'what', 'purpose']);
const SILENT = new Set(['class', 'style', 'd', 'viewBox', 'transform', 'points', 'href']);
/** What of a node says nothing. */
const UNREAD = new Set([
	'start',
	'end',
	'type',
	'loc',
	'metadata',
	'css',
	'comments',
	'leadingComments'
]);
const out = [];

function* files(folder) {
	for (const each of readdirSync(folder, { withFileTypes: true })) {
		const path = join(folder, each.name);
		if (each.isDirectory()) yield* files(path);
		else if (/\.(svelte|ts)$/.test(each.name) && !/\.test\.ts$|\.d\.ts$/.test(each.name))
			yield path;
	}
}

/** The text of a node, with what is put into it in brackets. */
function textOf(node, source) {
	if (node.type === 'Literal' && typeof node.value === 'string') return node.value;
	if (node.type !== 'TemplateLiteral') return '';
	return node.quasis
		.map((each, n) => {
			const put = node.expressions[n];
			return each.value.cooked + (put ? `‹${source.slice(put.start, put.end)}›` : '');
		})
		.join('');
}

function walk(node, say, source) {
	if (!node || typeof node !== 'object') return;
	if (Array.isArray(node)) {
		// Texts and what stands between them are read as one.
		if (
			node.some((each) => each?.type === 'Text') &&
			node.some((each) => each?.type === 'ExpressionTag')
		) {
			const all = node
				.filter((each) => ['Text', 'ExpressionTag'].includes(each.type))
				.map((each) =>
					each.type === 'Text' ? each.data : `‹${source.slice(each.start + 1, each.end - 1)}›`
				)
				.join('');
			say(
				node.find((each) => each.type === 'Text'),
				all
			);
			for (const each of node) if (each.type !== 'Text') walk(each, say, source);
			return;
		}
		for (const each of node) walk(each, say, source);
		return;
	}
	if (node.type === 'Attribute' && SILENT.has(node.name)) return;
	if (node.type === 'ImportDeclaration' || node.type === 'StyleDirective') return;
	if (
		node.type === 'Attribute' &&
		!SPOKEN.has(node.name) &&
		Array.isArray(node.value) &&
		node.value.every((each) => each.type === 'Text')
	)
		return;
	if (node.type === 'Text') return void say(node, node.data);
	if (node.type?.startsWith?.('TS') && !node.expression) return;
	const text = textOf(node, source);
	if (text) say(node, text);
	for (const key of Object.keys(node)) {
		if (UNREAD.has(key)) continue;
		walk(node[key], say, source);
	}
}

for (const file of files('src')) {
	const code = readFileSync(file, 'utf8');
	const source = file.endsWith('.ts') ? `<script lang="ts">${code}</script>` : code;
	const tree = parse(source, { modern: true, filename: file });
	const say = (node, text) => {
		const said = text.replace(/\s+/g, ' ').trim();
		if (!SAID.test(said) || /^[a-z-]+(-|:|\[)\S* |\bflex\b|\bgrid\b|^M\d/.test(said)) return;
		const line = source.slice(0, node.start).split('\n').length;
		out.push({ file, line, text: said });
	};
	walk(tree.instance?.content, say, source);
	walk(tree.module?.content, say, source);
	walk(tree.fragment, say, source);
}
process.stdout.write(JSON.stringify(out));

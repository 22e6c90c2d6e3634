import type { Schema, Texts } from '$lib/api/client';

type Row = Schema<'SheetRow'>;

/**
 * A row as it stands: what is typed in its fields now, and what stood there where that was let go.
 *
 * `answered` is what was typed when the row was answered, `before` the row with nothing typed. An
 * answer that is late says of its own time: its texts are not what is typed any more.
 */
export function standing(row: Row, before: Row | undefined, typed: Texts, answered: Texts): Row {
	const mine = typed[row.key];
	const theirs = answered[row.key];
	if (!mine && !theirs) return row;
	const fields = row.fields.map((field, place) => {
		// A part that was typed when it was answered and isn't any more is as it stood before.
		const late = theirs && field.part in theirs && !(mine && field.part in mine);
		const stood = field.hint ? '' : (before?.fields[place]?.text ?? field.text);
		const text = mine?.[field.part] ?? (late ? stood : field.text);
		return text === field.text ? field : { ...field, text };
	});
	if (mine) return { ...row, fields };
	return { ...row, fields, problem: null, understood: null };
}

/** Rows as they stand; a row that nothing is typed in stays the same object. */
export function standingRows(
	rows: readonly Row[],
	before: readonly Row[],
	typed: Texts,
	answered: Texts
): Row[] {
	const stood = new Map(before.map((row) => [row.key, row]));
	return rows.map((row) => standing(row, stood.get(row.key), typed, answered));
}

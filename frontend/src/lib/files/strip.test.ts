import { describe, expect, it } from 'vitest';
import {
	chipsOf,
	insertAfter,
	moveBy,
	moveTo,
	removeAt,
	ruleOf,
	scaleStep,
	type Chip
} from './strip';

const RULE = '<shot>/comp/<shot>_<discipline>_<version>.<frame>.<ending>';
const piece = (name: string): Chip => ({ kind: 'piece', piece: name });

describe('a strip', () => {
	it('is the rule it was made of', () => {
		expect(chipsOf(RULE)).toHaveLength(13);
		expect(ruleOf(chipsOf(RULE))).toBe(RULE);
	});

	it('takes a piece between others with the marks it needs', () => {
		expect(ruleOf(insertAfter(chipsOf('<shot>_<version>'), 0, piece('artist')))).toBe(
			'<shot>_<artist>_<version>'
		);
		expect(ruleOf(insertAfter(chipsOf('<shot>_<version>'), 1, piece('artist')))).toBe(
			'<shot>_<artist>_<version>'
		);
		expect(ruleOf(insertAfter(chipsOf('a/<shot>'), 1, piece('artist')))).toBe('a/<artist>_<shot>');
		expect(ruleOf(insertAfter([], -1, piece('shot')))).toBe('<shot>');
	});

	it('loses a piece with the mark that would be left over', () => {
		const without = (rule: string, place: number) => ruleOf(removeAt(chipsOf(rule), place));
		expect(without('<shot>_<artist>_<version>', 2)).toBe('<shot>_<version>');
		expect(without('<artist>_<shot>', 0)).toBe('<shot>');
		expect(without('<shot>_<artist>/a', 2)).toBe('<shot>/a');
		expect(without('<shot>_<artist>.<ending>', 2)).toBe('<shot>.<ending>');
	});

	it('loses a folder with the last of its name', () => {
		expect(ruleOf(removeAt(chipsOf('<shot>/sheets/<version>'), 2))).toBe('<shot>/<version>');
		expect(ruleOf(removeAt(chipsOf('sheets/<version>'), 0))).toBe('<version>');
	});

	it('is laid anew where a chip is dropped', () => {
		const dropped = (rule: string, from: number, to: number) =>
			ruleOf(moveTo(chipsOf(rule), from, to));
		expect(dropped('<artist>_<shot>_<version>', 0, 4)).toBe('<shot>_<version>_<artist>');
		expect(dropped('<artist>_<shot>_<version>', 4, 0)).toBe('<version>_<artist>_<shot>');
		expect(dropped('<shot>/setup/<version>', 2, 0)).toBe('setup_<shot>/<version>');
	});

	it('moves a chip as far as there is room', () => {
		expect(ruleOf(moveBy(chipsOf('<shot>/a'), 0, 2)[0])).toBe('/a<shot>');
		expect(moveBy(chipsOf('<shot>/a'), 2, 5)[1]).toBe(2);
	});
});

describe('a scale', () => {
	it('counts in steps that people count in', () => {
		expect([scaleStep(860, 5), scaleStep(40, 5), scaleStep(123456, 5), scaleStep(0, 5)]).toEqual([
			200, 10, 50000, 1
		]);
	});
});

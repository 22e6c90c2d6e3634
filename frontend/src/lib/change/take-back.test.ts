import { read, serve } from '$lib/testing/server';
import { expect, it } from 'vitest';
import { takeNewest } from '$lib/elements/newest';
import { takeBack } from './take-back';

it('says in how many shots a change was taken back, and which stay', async () => {
	let back = { shots: 1, kept: [] as string[] };
	const paths: string[] = [];
	serve(async (request) => {
		paths.push((await read(request)).path);
		return Response.json(back);
	});
	expect(await takeBack(5)).toEqual({ shots: '1 shot', stay: '' });
	back = { shots: 12, kept: ['LAN_0010', 'LAN_0020'] };
	expect(await takeBack(5)).toEqual({
		shots: '12 shots',
		stay: ' LAN_0010, LAN_0020 changed since, and stay.'
	});
	expect(paths).toEqual(['/batches/5/undo', '/batches/5/undo']);
});

it('says why newer versions could not be taken, each with its name', async () => {
	const newer = { element: 3, volume: 1, folder: 'plates', newest: 'a_v003', name: 'a_v002' };
	const bodies: unknown[] = [];
	let left: unknown[] = [];
	serve(async (request) => {
		bodies.push((await read(request)).body);
		return Response.json(left);
	});
	await takeNewest(1, [newer as never]);
	expect(bodies).toEqual([
		{ places: [{ element: 3, volume: 1, folder: 'plates', name: 'a_v003' }] }
	]);
	left = [
		{ name: 'a_v003', why: 'it is gone.' },
		{ name: 'b_v002', why: 'it is locked.' }
	];
	await expect(takeNewest(1, [newer as never])).rejects.toThrow(
		'a_v003: it is gone. b_v002: it is locked.'
	);
});

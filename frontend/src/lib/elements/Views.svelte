<!-- Left and right: which files they are, and how far they are apart. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { FollowedJob } from '$lib/api/jobs.svelte';
	import { again } from '$lib/api/shot-queries';
	import { viewsQuery } from '$lib/api/element-queries';
	import Busy from '$lib/shell/Busy.svelte';
	import Choice from '$lib/ui/choice/Choice.svelte';
	import { counted, workWords } from '$lib/words';

	let {
		shot,
		linked,
		onchange
	}: {
		shot: number;
		linked: Schema<'LinkedElement'>;
		onchange: (id: number, values: Schema<'ElementValues'>) => void;
	} = $props();

	const views = createQuery(() => viewsQuery(shot, linked.id));
	const page = $derived(views.data);
	let wrong = $state('');

	const address = () => `/shots/${shot}/view-jobs`;
	const comparing = new FollowedJob<Schema<'ViewJob'>>(address());
	const trouble = $derived(wrong || comparing.trouble || (views.error ? words(views.error) : ''));

	async function compare(): Promise<void> {
		const params = { path: { shot_id: shot } };
		const body = { element: linked.id };
		await comparing.follow(() =>
			take(api.POST('/api/v1/shots/{shot_id}/view-jobs', { params, body }))
		);
		await again(shot);
	}

	async function swap(): Promise<void> {
		wrong = '';
		try {
			const params = { path: { shot_id: shot, element_id: linked.id } };
			await take(api.POST('/api/v1/shots/{shot_id}/elements/{element_id}/views/swap', { params }));
		} catch (error) {
			wrong = words(error);
		}
		await again(shot);
	}

	function add(words: string): void {
		const other = page?.others.find((each) => each.name === words);
		if (!page || !other) return;
		if (!linked.view) onchange(page.element, { view: 'left' });
		onchange(other.element, { view: 'right', view_of: page.element });
	}

	const figure = (value: number) => value.toFixed(1).replace('-', '−');
	const first = $derived(page?.findings.filter((each) => each.differs) ?? []);
	const rest = $derived(page?.findings.filter((each) => !each.differs) ?? []);
</script>

{#if page && (page.eyes.length > 1 || page.others.length)}
	<section aria-label="Views of {linked.name}" class="pb-3">
		<div class="flex flex-wrap items-baseline gap-x-3">
			<h3 class="font-semibold">Views</h3>
			{#if page.eyes.length > 1}
				<span class="text-xs text-ink2"
					>{page.one_file ? 'in one file' : `${page.eyes.length} elements`}{page.looked_at.length
						? `, compared on ${counted(page.looked_at.length, 'frame')}`
						: ''}</span
				>
				<span class="ml-auto flex gap-4 text-xs">
					<button type="button" class="act" onclick={() => void swap()}
						>Swap {page.eyes[0]!.name} and {page.eyes[1]!.name}</button
					>
					<button type="button" class="act" onclick={() => void compare()}
						>{page.looked_at.length ? 'Compare again' : 'Compare their pixels'}</button
					>
				</span>
			{:else}
				<span class="text-xs text-ink2">one</span>
				<span class="ml-auto flex items-center gap-2 text-xs">
					Add another view:
					<Choice
						label="Another view of {linked.name}"
						value="none"
						options={['none', ...page.others.map((each) => each.name)]}
						onchoose={add}
					/>
				</span>
			{/if}
		</div>
		{#if trouble}<p role="alert" class="text-red">{trouble}</p>{/if}
		{#if comparing.state && comparing.busy}
			<Busy
				what={workWords(comparing.state, 'Comparing both views')}
				done={comparing.state.done}
				total={comparing.state.total}
				onstop={() => void comparing.stop()}
			/>
		{:else if comparing.state?.message}<p class="text-red">{comparing.state.message}</p>{/if}
		{#if page.eyes.length > 1}
			<ul class="pt-1">
				{#each page.eyes as eye, at (eye.element + eye.view)}
					<li class="flex items-baseline gap-3">
						<span class="w-[52px] font-semibold">{eye.name}</span>
						<span class="num min-w-0 truncate text-fine" title={eye.files}
							>{eye.view && page.one_file ? `${eye.view} of ${eye.files}` : eye.files}</span
						>
						{#if !page.one_file && at > 0}
							<button
								type="button"
								class="act ml-auto text-xs"
								onclick={() =>
									onchange(eye.element === page.element ? page.eyes[0]!.element : eye.element, {
										view_of: null,
										view: ''
									})}>Take away</button
							>
						{/if}
					</li>
				{/each}
			</ul>
			{#each [...first, ...rest] as found (found.code)}
				<p class="pt-0.5" data-view={found.code}>
					<span class={found.differs ? 'font-semibold text-red' : ''}>{found.text}</span>
					{#if found.sure !== 'sure'}<span class="text-xs text-ink2">{found.sure}</span>{/if}
				</p>
			{/each}
			{#if page.parts.length}
				<figure class="pt-2">
					<svg
						viewBox="0 0 360 128"
						class="w-full max-w-[460px] border border-rule"
						role="img"
						aria-label="How far {page.eyes[1]!.name} lies to the right, part by part"
					>
						{#each page.parts as part (`${part.x} ${part.y}`)}
							<text
								class="num fill-ink"
								font-size="12"
								text-anchor="middle"
								x={part.x * 360}
								y={part.y * 128 + 4}>{figure(part.across)}</text
							>
						{/each}
					</svg>
					<figcaption class="text-xs text-ink2">
						Pixels that {page.eyes[1]!.name} lies further right, part by part of the middle frame{page.left_out
							? `; ${page.left_out}`
							: ''}.
					</figcaption>
				</figure>
			{/if}
		{/if}
	</section>
{/if}

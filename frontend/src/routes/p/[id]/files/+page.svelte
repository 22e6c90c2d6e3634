<!-- Where a production's files go: paths, the folders they make, and the volumes they lie on. -->
<script lang="ts">
	import ShotOf from '$lib/production/ShotOf.svelte';
	import Panes from '$lib/layout/Panes.svelte';
	import { page } from '$app/state';
	import { createQuery } from '@tanstack/svelte-query';
	import { API, api, take, words, type Schema } from '$lib/api/client';
	import { allFoldersQuery, disksQuery, filesQuery } from '$lib/api/files-queries';
	import { FollowedJob, withResults } from '$lib/api/jobs.svelte';
	import { deskQuery, edlNotesQuery, productionQuery } from '$lib/api/production-queries';
	import { client } from '$lib/api/query-client';
	import FilesParts from '$lib/files/FilesParts.svelte';
	import PathStrip from '$lib/files/PathStrip.svelte';
	import TakeOver from '$lib/files/TakeOver.svelte';
	import TreePlan from '$lib/files/TreePlan.svelte';
	import { typedFiles } from '$lib/files/typed.svelte';
	import Vessel from '$lib/files/Vessel.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import { clock, counted, version, workWords } from '$lib/words';

	type Kind = Schema<'FileKind'>;

	const id = $derived(Number(page.params.id));
	let shot = $state('');
	let open = $state<string>('render');
	let counts = $state('Renders');
	let wrong = $state('');
	let done = $state('');
	/** The volume that is tested. */
	let tested = $state('');

	const typed = $derived(typedFiles.of(id));
	const files = createQuery(() => filesQuery(id, typed, shot));
	const disks = createQuery(() => disksQuery(id, shot));
	const production = createQuery(() => productionQuery(id));
	const desk = createQuery(deskQuery);
	const edlNotes = createQuery(() => edlNotesQuery(id));
	const layout = $derived(files.data?.layout);
	const all = createQuery(() => allFoldersQuery(id, layout?.number ?? 0));
	const codes = $derived(production.data?.lines.map((line) => line.code) ?? []);
	const volumes = $derived(disks.data?.volumes.map((each) => each.name) ?? []);
	const changed = $derived((layout?.changes.length ?? 0) > 0 || (layout?.problems.length ?? 0) > 0);
	const sound = $derived(layout && !layout.problems.length && !layout.all_clashes);
	const kinds = $derived(disks.data?.volumes[0]?.fits.map((each) => each.label) ?? []);

	const used = $derived(disks.data?.volumes.filter((each) => each.used) ?? []);
	const others = $derived(disks.data?.volumes.filter((each) => !each.used) ?? []);
	/** Whether volumes that nothing goes to are shown too: those at once where there are no others. */
	let everyVolume = $state(false);
	const shown = $derived(everyVolume || !used.length ? [...used, ...others] : used);

	const making = new FollowedJob<Schema<'FolderJob'>>(`/productions/${page.params.id}/folder-jobs`);
	const testing = new FollowedJob<Schema<'SpeedJob'>>(`/productions/${page.params.id}/speed-jobs`);
	const handing = new FollowedJob<Schema<'HandoffsJob'>>(
		`/productions/${page.params.id}/handoff-jobs`,
		withResults
	);
	const notHanded = $derived(handing.state?.results.filter((each) => each.trouble) ?? []);
	const params = $derived({ path: { production_id: id } });

	async function act(work: () => Promise<string>): Promise<void> {
		wrong = done = '';
		try {
			done = await work();
		} catch (error) {
			wrong = words(error);
		}
		await client.invalidateQueries({ queryKey: ['production', id] });
		void client.invalidateQueries({ queryKey: ['shot'] });
	}

	const save = () =>
		act(async () => {
			if (!layout || !changed || !sound) return '';
			const before = layout.changes.join('; ');
			await take(
				api.PUT('/api/v1/productions/{production_id}/layout', {
					params,
					body: { base: layout.number, typed }
				})
			);
			typedFiles.leave(id);
			return `Kept: ${before}.`;
		});

	const restore = (number: number) =>
		act(async () => {
			await take(
				api.POST('/api/v1/productions/{production_id}/layout/restore', {
					params,
					body: { base: layout?.number ?? 0, number }
				})
			);
			typedFiles.leave(id);
			return `${version(number)} stands again.`;
		});

	async function make(code: string | null): Promise<void> {
		wrong = done = '';
		await making.follow(() =>
			take(
				api.POST('/api/v1/productions/{production_id}/folder-jobs', {
					params,
					body: { shot: code }
				})
			)
		);
		const made = making.state?.made;
		if (made) done = `${counted(made.made, 'folder')} made, ${made.there} were there.`;
		else wrong = making.trouble || making.state?.message || '';
		await client.invalidateQueries({ queryKey: ['production', id] });
	}

	async function handOffAll(): Promise<void> {
		wrong = done = '';
		await handing.follow(() =>
			take(api.POST('/api/v1/productions/{production_id}/handoff-jobs', { params }))
		);
		const results = handing.state?.results ?? [];
		const written = results.length - notHanded.length;
		if (handing.state?.state === 'done')
			done = `${counted(written, 'shot')} handed off where the path rules put them.`;
		else wrong = handing.trouble || handing.state?.message || '';
		void client.invalidateQueries({ queryKey: ['shot'] });
	}

	async function test(volume: string): Promise<void> {
		wrong = done = '';
		tested = volume;
		await testing.follow(() =>
			take(
				api.POST('/api/v1/productions/{production_id}/speed-jobs', {
					params,
					body: { volume, shot }
				})
			)
		);
		if (testing.state?.state === 'failed') wrong = testing.state.message;
		await client.invalidateQueries({ queryKey: ['production', id, 'disks'] });
	}

	const problemOf = (part: string) => layout?.problems.find((each) => each.part === part);
	const ruleOf = (each: Schema<'KindPath'>) => typed.paths?.[each.kind as Kind] ?? each.rule;

	function write(kind: string, rule: string): void {
		typedFiles.set(id, { paths: { ...typed.paths, [kind]: rule } });
	}

	function elsewhere(kind: string, volume: string): void {
		const known = Object.fromEntries(
			(layout?.kinds ?? [])
				.filter((each) => each.volume !== layout?.volume)
				.map((each) => [each.kind, each.volume])
		);
		typedFiles.set(id, { elsewhere: { ...known, ...typed.elsewhere, [kind]: volume } });
	}

	const list = (text: string) =>
		text
			.split(',')
			.map((each) => each.trim())
			.filter(Boolean);

	const forms = [
		{ href: 'export/csv', label: 'a table' },
		{ href: 'export/json', label: 'JSON' },
		{ href: 'export/frames', label: 'frame ranges' },
		{ href: 'export/edl', label: 'an EDL' },
		{ href: 'export/ccc', label: 'grades' },
		{ href: 'export/ocio', label: 'a colour config' },
		{ href: 'handoff/download', label: 'hand offs' }
	];

	answerKeys({ makeChange: () => void save() });
</script>

<FilesParts />
{#if wrong || files.error}<Notice>{wrong || words(files.error)}</Notice>{/if}
{#if done}<Notice calm>{done}</Notice>{/if}
{#if layout && files.data}
	<main class="flex min-h-0 grow tight:block tight:overflow-y-auto">
		<Panes pane="files" label="Volumes and folders">
			<section class="flex min-h-0 min-w-0 grow flex-col" aria-label="Where files go">
				<div class="min-h-0 grow overflow-y-auto px-[22px] py-3">
					<div class="flex flex-wrap items-center gap-x-4 gap-y-1 pb-2">
						<h2 class="text-head font-semibold">Where files go</h2>
						<label class="flex items-center gap-1.5"
							>on
							<select
								class="field"
								value={layout.volume}
								onchange={(event) => typedFiles.set(id, { volume: event.currentTarget.value })}
							>
								<option value="">no volume</option>
								{#each volumes as each (each)}<option>{each}</option>{/each}
							</select></label
						>
						<label class="flex items-center gap-1.5"
							>below
							<input
								class="field num w-[calc(130px*var(--k))]"
								value={typed.folder ?? layout.folder}
								placeholder="its root"
								aria-invalid={problemOf('folder') !== undefined}
								oninput={(event) => typedFiles.set(id, { folder: event.currentTarget.value })}
							/></label
						>
						<ShotOf
							label="shown for"
							{codes}
							shot={layout.shot}
							onchoose={(code) => (shot = code)}
						/>
						<span class="ml-auto text-xs text-ink2"
							>{layout.name}{layout.number
								? `, ${version(layout.number)}, ${clock(layout.revisions[0]?.at ?? '')} by ${layout.revisions[0]?.who}`
								: ', as it ships'}</span
						>
					</div>
					{#each ['folder', 'volume', 'name', 'paths'] as part (part)}
						{#if problemOf(part)}<p class="text-red" role="alert">
								{problemOf(part)?.message}
							</p>{/if}
					{/each}
					{#each layout.kinds as each (each.kind)}
						<PathStrip
							path={each}
							rule={ruleOf(each)}
							pieces={layout.pieces}
							problem={problemOf(`paths.${each.kind}`)}
							open={open === each.kind}
							{volumes}
							onopen={() => (open = each.kind)}
							onrule={(rule) => write(each.kind, rule)}
							onvolume={(volume) => elsewhere(each.kind, volume)}
						/>
					{/each}
					<div class="grid grid-cols-[100px_1fr] items-center gap-y-1.5 border-t border-rule py-2">
						<label for="disciplines">Disciplines</label>
						<input
							id="disciplines"
							class="field num"
							value={(typed.disciplines ?? layout.disciplines).join(', ')}
							onchange={(event) =>
								typedFiles.set(id, { disciplines: list(event.currentTarget.value) })}
						/>
						<label for="besides">Folders besides</label>
						<input
							id="besides"
							class="field num"
							value={(typed.folders ?? layout.folders).join(', ')}
							onchange={(event) => typedFiles.set(id, { folders: list(event.currentTarget.value) })}
						/>
						{#each ['disciplines', 'folders'] as part (part)}
							{#if problemOf(part)}<p class="col-start-2 text-red" role="alert">
									{problemOf(part)?.message}
								</p>{/if}
						{/each}
					</div>
					{#if layout.all_clashes}
						<div class="border-t border-rule py-2" role="alert">
							<p class="font-semibold text-red">
								{layout.all_clashes >= 1000 ? '1,000 and more' : layout.all_clashes} would be written
								twice
							</p>
							{#each layout.clashes.slice(0, 5) as each (each.path + each.other)}
								<p class="text-red">{each.words} <span class="num text-fine">{each.path}</span></p>
							{/each}
						</div>
					{/if}
					{#if layout.revisions.length > 1}
						<details class="border-t border-rule py-2">
							<summary>{layout.revisions.length} versions of this</summary>
							{#each layout.revisions as each (each.number)}
								<p class="flex items-baseline gap-3 py-0.5">
									<span class="num">{version(each.number)}</span>
									<span class="min-w-0 grow truncate text-sm" title={each.what}>{each.what}</span>
									<span class="text-xs text-ink2">{clock(each.at)}, {each.who}</span>
									{#if each.number !== layout.number}
										<button type="button" class="act" onclick={() => void restore(each.number)}
											>Bring back</button
										>
									{/if}
								</p>
							{/each}
						</details>
					{/if}
				</div>
				<div
					class="flex flex-wrap items-baseline gap-x-5 gap-y-1 border-t border-ink px-[22px] py-2"
				>
					{#if changed}
						<button
							type="button"
							class="act"
							disabled={!sound}
							title={titled('Keep where files go', 'makeChange')}
							onclick={() => void save()}>Keep where files go</button
						>
						<button type="button" class="act" onclick={() => typedFiles.leave(id)}
							>Put it back</button
						>
					{/if}
					<TakeOver
						production={id}
						{layout}
						productions={desk.data?.productions.map((each) => ({
							id: each.id,
							title: each.title
						})) ?? []}
						ontexts={(texts) =>
							typedFiles.set(id, {
								name: texts.name,
								paths: texts.paths as Record<Kind, string>,
								folders: texts.folders,
								disciplines: texts.disciplines
							})}
						onwrong={(why) => (wrong = why)}
						ondone={(what) => (done = what)}
					/>
					<a class="act" href="{API}/productions/{id}/layout.json" download>Save as a file</a>
					<span class="flex flex-wrap items-baseline gap-x-2.5"
						>All shots as
						{#each forms as form (form.href)}
							<a
								class="act inline-flex min-h-[24px] items-end"
								href="{API}/productions/{id}/{form.href}"
								download>{form.label}</a
							>
						{/each}
						{#if edlNotes.data?.length}<span class="text-xs text-ink2"
								>The EDL: {edlNotes.data.join(' ')}</span
							>{/if}
						{#if handing.busy}
							<span
								>{workWords(
									handing.state!,
									`${handing.state?.done} of ${handing.state?.total}`
								)}</span
							>
							<button type="button" class="act" onclick={() => void handing.stop()}>Stop</button>
						{:else if layout.volume && !changed}
							<button type="button" class="act" onclick={() => void handOffAll()}
								>hand offs in their folders</button
							>
						{/if}</span
					>
					{#each notHanded.slice(0, 6) as each (each.code)}
						<p class="basis-full text-sm text-red">{each.code}: {each.trouble}</p>
					{/each}
				</div>
			</section>
			{#snippet beside()}
				<div class="min-h-0 min-w-0 grow overflow-y-auto border-l border-rule bg-stock px-4 py-3">
					<section aria-label="Volumes">
						<h2 class="text-head font-semibold">Volumes, in frames of {disks.data?.shot}</h2>
						<p class="pb-1 text-sm text-ink2">{disks.data?.about}</p>
						<div class="flex gap-x-1 pb-1" role="group" aria-label="Frames of">
							{#each kinds as each (each)}
								<button
									type="button"
									class="toggle"
									aria-pressed={counts === each}
									onclick={() => (counts = each)}>{each}</button
								>
							{/each}
						</div>
						{#each shown as each (each.name)}
							<Vessel
								volume={each}
								fit={each.fits.find((fit) => fit.label === counts)}
								testing={testing.busy && tested === each.name
									? workWords(
											testing.state!,
											`${testing.state?.done} of ${testing.state?.total} written and read`
										)
									: ''}
								ontest={() => void test(each.name)}
								onstop={() => void testing.stop()}
							/>
						{/each}
						{#if used.length && others.length}
							<button
								type="button"
								class="act"
								aria-expanded={everyVolume}
								onclick={() => (everyVolume = !everyVolume)}
								>{everyVolume
									? 'Only those that files go to'
									: counted(others.length, 'other volume')}</button
							>
						{/if}
					</section>
					<section class="pt-3" aria-label="Folders">
						<h2 class="text-head font-semibold">Folders of {layout.shot}</h2>
						<p class="pb-1 text-sm text-ink2">
							{#if files.data.tree.unknown}No volume is chosen, so what is there isn't known.
							{:else}{files.data.tree.there} there, {files.data.tree.to_make} to be made{files.data
									.tree.in_the_way
									? `, ${files.data.tree.in_the_way} in the way`
									: ''}{/if}
						</p>
						<TreePlan tree={files.data.tree} />
						{#if making.busy}
							<p class="pt-1">
								{workWords(
									making.state!,
									`${making.state?.done} of ${making.state?.total} folders`
								)}
								<button type="button" class="act" onclick={() => void making.stop()}>Stop</button>
							</p>
						{:else if layout.volume && !changed}
							<p class="flex flex-wrap gap-x-4 gap-y-1 pt-1.5">
								{#if files.data.tree.to_make}
									<button type="button" class="act" onclick={() => void make(layout.shot)}
										>Make those of {layout.shot}</button
									>
								{/if}
								{#if all.data?.to_make}
									<button type="button" class="act" onclick={() => void make(null)}
										>Make all {all.data.to_make.toLocaleString('en-GB')} that are missing</button
									>
								{/if}
							</p>
						{/if}
						{#each making.state?.made?.first_failed ?? [] as each (each.path)}
							<p class="pt-1 text-sm text-red"><span class="num">{each.path}</span>: {each.why}</p>
						{/each}
					</section>
				</div>
			{/snippet}
		</Panes>
	</main>
{/if}

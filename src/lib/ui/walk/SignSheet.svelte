<script lang="ts">
	import {
		AGES,
		COURSES,
		EXTENTS,
		FORMS,
		kindsOf,
		meaningOf,
		PRESSES,
		isSqueezeZone,
		SQUEEZE_GRADE,
		vetReason,
		type Side,
		type SignGroup,
		type SignKind,
		type SignValue,
		type ZoneId
	} from '$core/zones/index.js';
	import {
		AGE_WORDS,
		COURSE_WORDS,
		EXTENT_WORDS,
		FORM_WORDS,
		GRADE_WORDS,
		KIND_WORDS,
		PRESS_WORDS,
		placeWords
	} from '$words/index.js';
	import Choices from './Choices.svelte';
	import PhotoButton from './PhotoButton.svelte';

	interface Props {
		group: SignGroup;
		zone: ZoneId;
		side: Side;
		/** The recorded value of a kind here. */
		valueOf: (kind: SignKind) => SignValue | undefined;
		onset: (kind: SignKind, value: SignValue | null) => void;
		onphoto: (kind: SignKind, bytes: ArrayBuffer, mediaType: string) => void;
		onclose: () => void;
	}
	const { group, zone, side, valueOf, onset, onphoto, onclose }: Props = $props();
	let dialog: HTMLDialogElement | undefined = $state();

	$effect(() => dialog?.showModal());
	const kinds = $derived(kindsOf(group));
	const noted = $derived(kinds.filter((k) => (valueOf(k)?.grade ?? 0) > 0));

	function grade(kind: SignKind, code: string) {
		const at = Number(code);
		const now = valueOf(kind);
		onset(kind, now?.grade === at ? null : { ...(now ?? {}), grade: at });
	}
	function detail(kind: SignKind, name: 'extent' | 'form' | 'age' | 'course' | 'pressed', code: string) {
		const now = valueOf(kind);
		if (!now) return;
		const { [name]: had, ...rest } = now;
		onset(kind, (had === code ? rest : { ...now, [name]: code }) as SignValue);
	}
	const options = (kind: SignKind) =>
		meaningOf(kind).grades.map((_, i) => [String(i), GRADE_WORDS[kind][i] ?? ''] as const);
	const words = <T extends string>(codes: readonly T[], say: Readonly<Record<string, string>>) =>
		codes.map((c) => [c, say[c] ?? c] as const);
	const DETAILS = [
		['form', 'Shape', words(FORMS, FORM_WORDS)],
		['extent', 'How large', words(EXTENTS, EXTENT_WORDS)],
		['age', 'How old', words(AGES, AGE_WORDS)],
		['course', 'Course', words(COURSES, COURSE_WORDS)]
	] as const;
	/** The grades from which the kind asks for a vet. */
	const alarming = (kind: SignKind): string[] =>
		meaningOf(kind).grades.flatMap((_, grade) => (vetReason({ kind, grade }) ? [String(grade)] : []));
	/** A head that comes up at a squeeze here is a reflex until it is pressed flat. */
	const reflex = (kind: SignKind): boolean => isSqueezeZone(kind, zone) && valueOf(kind)?.grade === SQUEEZE_GRADE;
	const vet = $derived(
		noted.some((kind) => {
			const value = valueOf(kind);
			return value && vetReason({ kind, grade: value.grade }) && !(reflex(kind) && value.pressed !== 'flat');
		})
	);
</script>

<dialog bind:this={dialog} class="sheet-dialog" aria-labelledby="sign-head" {onclose}>
	<header>
		<h2 id="sign-head">{placeWords(zone, side)}</h2>
		<button type="button" class="btn btn-primary" onclick={() => dialog?.close()}>Done</button>
	</header>
	{#if vet}<p class="vet" role="alert">
			Stop riding in this saddle and call a vet before any pad, shim or re-fit.
		</p>{/if}
	{#each kinds as kind (kind)}
		<section>
			<h3>{KIND_WORDS[kind]}</h3>
			<Choices
				label={KIND_WORDS[kind]}
				options={options(kind)}
				chosen={valueOf(kind) ? [String(valueOf(kind)?.grade)] : []}
				alarming={alarming(kind)}
				onchoose={(c) => grade(kind, c)}
			/>
			{#if reflex(kind)}
				<p class="quiet">
					Squeezed just below the withers, any horse lifts its head. Press flat and light, the same on both sides, and
					compare.
				</p>
				<Choices
					label="How it was pressed"
					options={words(PRESSES, PRESS_WORDS)}
					chosen={[valueOf(kind)?.pressed ?? '']}
					onchoose={(c) => detail(kind, 'pressed', c)}
				/>
			{/if}
			{#if (valueOf(kind)?.grade ?? 0) > 0}
				<details>
					<summary>Size, age, photo, note</summary>
					{#each DETAILS as [name, title, choices] (name)}
						<p class="quiet">{title}</p>
						<Choices
							label={`${KIND_WORDS[kind]}: ${title}`}
							options={choices}
							chosen={[valueOf(kind)?.[name] ?? '']}
							onchoose={(c) => detail(kind, name, c)}
						/>
					{/each}
					<div class="more">
						<PhotoButton
							word={valueOf(kind)?.photo ? 'Photo kept' : 'Photo'}
							onphoto={(bytes, type) => onphoto(kind, bytes, type)}
						/>
						<label
							>Note <textarea
								class="textarea w-full"
								rows="2"
								maxlength="1000"
								value={valueOf(kind)?.note ?? ''}
								onchange={(e) => {
									const now = valueOf(kind);
									if (now) onset(kind, { ...now, note: e.currentTarget.value });
								}}></textarea></label
						>
					</div>
				</details>
			{/if}
		</section>
	{/each}
</dialog>

<style>
	.sheet-dialog {
		width: min(34rem, 100vw);
		max-width: 100vw;
		max-height: 86vh;
		margin: auto auto 0;
		padding: 1rem;
		border: 1px solid var(--zt-line);
		border-radius: 1rem 1rem 0 0;
		background: var(--zt-card);
		color: var(--zt-ink);
		overflow-y: auto;
	}
	.sheet-dialog::backdrop {
		background: rgb(20 16 10 / 45%);
	}
	header {
		display: flex;
		justify-content: space-between;
		align-items: center;
		gap: 1rem;
		position: sticky;
		top: -1rem;
		background: var(--zt-card);
		padding-block: 0.25rem;
		z-index: 1;
	}
	h2 {
		font-size: 1.25rem;
	}
	h2::first-letter,
	h3::first-letter {
		text-transform: uppercase;
	}
	section {
		display: grid;
		gap: 0.4rem;
		margin-top: 0.75rem;
	}
	h3 {
		font-size: 1rem;
	}
	details {
		display: grid;
		gap: 0.4rem;
	}
	summary {
		min-height: 2.75rem;
		display: flex;
		align-items: center;
		font-weight: 600;
		color: var(--zt-strap-text);
		cursor: pointer;
	}
	.more {
		display: grid;
		gap: 0.5rem;
		margin-top: 0.5rem;
	}
	.vet {
		color: var(--zt-alarm);
		font-weight: 600;
	}
	@media (min-width: 801px) {
		.sheet-dialog {
			margin: auto;
			border-radius: 1rem;
		}
	}
</style>

<script lang="ts">
	import { AS_BUILT } from '../core/design/motions';
	import type { Design, DesignPose } from '../core/design/schema';
	import type { Edit } from '../core/plan';
	import { freeId, USES } from '../core/plan';

	interface Props {
		design: Design;
		/** Groups that move, by path, with what they are called and whether they are carried. */
		moving: readonly { path: string; called: string; carried: boolean }[];
		/** Edits from the design on. */
		onedit: (label: string, edits: Edit[]) => void;
	}
	let { design, moving, onedit }: Props = $props();

	const poses = $derived(Object.entries(design.poses).filter(([id]) => id !== AS_BUILT));
	const put = (id: string, change: Partial<DesignPose>, label: string) =>
		onedit(label, [{ path: ['poses', id], value: { ...design.poses[id], ...change } }]);
	const without = (list: readonly string[] | undefined, one: string) => (list ?? []).filter((other) => other !== one);

	function add() {
		const id = freeId(design.poses, 'pose');
		onedit('add a way to stand', [{ path: ['poses', id], value: { called: 'Open', joints: {}, startsFor: [] } satisfies DesignPose }]);
	}
</script>

<section aria-label="Ways in which it stands">
	<h3>Ways in which it stands</h3>
	<label class="row">
		<span class="quiet">As built it is called</span>
		<input
			class="field"
			maxlength="80"
			value={design.asBuilt}
			onchange={(event) => onedit('name as built', [{ path: ['asBuilt'], value: event.currentTarget.value }])}
		/>
	</label>
	{#each poses as [id, pose] (id)}
		<fieldset>
			<legend class="sr-only">{pose.called}</legend>
			<div class="head">
				<input
					class="field"
					aria-label="Name of this way to stand"
					maxlength="80"
					value={pose.called}
					onchange={(event) => put(id, { called: event.currentTarget.value }, 'name of a way to stand')}
				/>
				<button type="button" class="tool" onclick={() => onedit('take out a way to stand', [{ path: ['poses', id], value: undefined }])}
					>Take out</button
				>
			</div>
			{#each moving as { path, called, carried } (path)}
				<label class="row">
					<span>{called}</span>
					{#if carried}
						<span class="check"
							><input
								type="checkbox"
								checked={pose.out?.includes(path) ?? false}
								onchange={(event) =>
									put(
										id,
										{ out: event.currentTarget.checked ? [...without(pose.out, path), path] : without(pose.out, path) },
										'what is carried out'
									)}
							/>out</span
						>
					{:else}
						<input
							type="range"
							min="0"
							max="1"
							step="0.05"
							value={pose.joints[path] ?? 0}
							aria-valuetext="{Math.round((pose.joints[path] ?? 0) * 100)} % open"
							onchange={(event) => put(id, { joints: { ...pose.joints, [path]: event.currentTarget.valueAsNumber } }, 'how far it is open')}
						/>
					{/if}
				</label>
			{/each}
			<div class="uses">
				<span class="quiet">New modes start so:</span>
				{#each USES as use (use)}
					<label
						><input
							type="checkbox"
							checked={pose.startsFor.includes(use)}
							onchange={(event) =>
								put(
									id,
									{ startsFor: event.currentTarget.checked ? [...pose.startsFor, use] : pose.startsFor.filter((one) => one !== use) },
									'when it stands so'
								)}
						/>{use}</label
					>
				{/each}
			</div>
		</fieldset>
	{/each}
	<button
		type="button"
		class="tool"
		disabled={moving.length === 0}
		title={moving.length === 0 ? 'Nothing of it moves yet' : undefined}
		onclick={add}>Add a way to stand</button
	>
</section>

<style>
	section {
		display: grid;
		gap: 8px;
		margin-top: 12px;
	}
	h3 {
		font-size: 13px;
		margin: 0;
	}
	fieldset {
		border: 1px solid var(--rule);
		border-radius: 4px;
		padding: 6px 8px;
		margin: 0;
		min-width: 0;
		display: grid;
		gap: 4px;
	}
	.head {
		display: grid;
		grid-template-columns: 1fr auto;
		gap: 6px;
	}
	.row {
		display: grid;
		grid-template-columns: 1fr 120px;
		align-items: center;
		gap: 8px;
		font-size: 12.5px;
	}
	.check,
	.uses label {
		display: inline-flex;
		gap: 4px;
		align-items: center;
	}
	.uses {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 10px;
		font-size: 12.5px;
	}
	input[type='range'] {
		width: 100%;
		accent-color: var(--accent);
	}
</style>

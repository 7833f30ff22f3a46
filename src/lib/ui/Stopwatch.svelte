<script lang="ts">
	interface Props {
		/** What is timed, for those who hear the page. */
		label: string;
		ontaken: (seconds: number) => void;
	}
	let { label, ontaken }: Props = $props();

	let started: number | undefined = $state();
	let now = $state(0);
	$effect(() => {
		if (started === undefined) return;
		const timer = setInterval(() => (now = Date.now()), 200);
		return () => clearInterval(timer);
	});
	const seconds = $derived(started === undefined ? 0 : Math.max(0, Math.round((now - started) / 1000)));
	const words = $derived(`${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`);

	function press() {
		if (started === undefined) {
			started = now = Date.now();
			return;
		}
		ontaken(Math.max(1, Math.round((Date.now() - started) / 1000)));
		started = undefined;
	}
</script>

<button
	type="button"
	class="tool"
	class:main={started !== undefined}
	aria-label="{started === undefined ? 'Start' : 'Stop'} the stopwatch: {label}"
	onclick={press}
>
	{#if started === undefined}Start the stopwatch{:else}Stop at <span class="figures">{words}</span>{/if}
</button>

<style>
	button {
		min-height: 44px;
		min-width: 150px;
	}
</style>

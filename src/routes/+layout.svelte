<script lang="ts">
	import '../app.css';
	import { onMount } from 'svelte';
	import { preferences } from '$lib/client/preferences.svelte';

	let { children } = $props();
	onMount(() => {
		preferences.load();
		// What is clicked or typed before this does nothing: scripts that use the page wait for it.
		document.documentElement.dataset.running = 'true';
	});
</script>

{@render children()}

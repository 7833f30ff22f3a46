<script lang="ts">
	import '../app.css';
	import { onMount } from 'svelte';
	import { preferences } from '$lib/client/preferences.svelte';

	let { children } = $props();
	onMount(() => preferences.load());
</script>

{@render children()}

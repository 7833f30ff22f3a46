<script lang="ts">
	import { resolve } from '$app/paths';
	import { page } from '$app/state';
</script>

<main>
	<h1>{page.error?.message ?? 'Something went wrong.'}</h1>
	<p>Nothing of your plans was changed. <a href={resolve('/')}>Back to the list of plans</a></p>
</main>

<style>
	main {
		max-width: 640px;
		margin: 80px auto;
		padding: 0 20px;
	}
	h1 {
		font-size: 22px;
	}
	a {
		color: var(--accent);
		text-decoration: underline;
	}
</style>

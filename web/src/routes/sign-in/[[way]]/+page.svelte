<script lang="ts">
  import SignIn from '$lib/crew/SignIn.svelte';

  let { data } = $props();
  // What follows is drawn anew as whoever came in.
  const onin = () => location.assign(data.to);
</script>

<svelte:head><title>Sign in · Jovet</title></svelte:head>
{#key data.way}<SignIn {...data} {onin} />{/key}

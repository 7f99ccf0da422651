<script lang="ts">
  import OpenFormula from '$lib/bench/formula/OpenFormula.svelte';

  let { data } = $props();
</script>

<OpenFormula {...data} type="hearth" />

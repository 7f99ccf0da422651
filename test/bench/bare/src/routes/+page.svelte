<script>
  let { data } = $props();
</script>

<h1>{data.name}</h1>

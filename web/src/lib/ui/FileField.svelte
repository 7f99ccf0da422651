<script lang="ts">
  import { FileUpload } from '@skeletonlabs/skeleton-svelte';

  interface Props {
    label: string;
    /** Kinds of files that are taken, each with its endings. */
    accept: Record<string, string[]>;
    onfile: (file: File) => void;
  }

  /** Opens a file of this device: pressed, or dropped on it. */
  let { label, accept, onfile }: Props = $props();
</script>

<FileUpload {accept} maxFiles={1} onFileAccept={({ files: [file] }) => file && onfile(file)}>
  <FileUpload.Dropzone class="preset-outlined">
    <FileUpload.Trigger class="btn preset-tonal">{label}</FileUpload.Trigger>
    <FileUpload.HiddenInput aria-label={label} />
  </FileUpload.Dropzone>
</FileUpload>

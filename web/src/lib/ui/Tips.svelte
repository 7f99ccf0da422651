<script lang="ts">
  import { Tooltip } from '@skeletonlabs/skeleton-svelte';
  import { onMount } from 'svelte';

  /** ms a pointer rests on something until it is told what it is, and a finger; and how long that then stands. */
  const [RESTS_MS, HELD_MS, STANDS_MS] = [400, 500, 2500] as const;

  /** What an element's title says, for the mouse, the keyboard and the finger alike. */
  let at = $state<Element | null>(null);
  let text = $state('');
  let timer: ReturnType<typeof setTimeout> | undefined;

  /** While it is told here the browser does not tell it as well. */
  function show(element: Element) {
    hide();
    text = element.getAttribute('title') ?? '';
    element.removeAttribute('title');
    at = element;
  }
  function hide() {
    clearTimeout(timer);
    if (at && !at.hasAttribute('title')) at.setAttribute('title', text);
    [at, text] = [null, ''];
  }
  const titled = ({ target }: Event) => (target instanceof Element ? target.closest('body [title]') : null);

  function over(event: PointerEvent) {
    const element = titled(event);
    if (at && event.target instanceof Node && at.contains(event.target)) return;
    hide();
    if (element && event.pointerType === 'mouse') timer = setTimeout(() => show(element), RESTS_MS);
  }
  function down(event: PointerEvent) {
    const element = titled(event);
    hide();
    if (!element || event.pointerType === 'mouse') return;
    timer = setTimeout(() => {
      show(element);
      timer = setTimeout(hide, STANDS_MS);
    }, HELD_MS);
  }
  function focus(event: FocusEvent) {
    const element = titled(event);
    if (element?.matches(':focus-visible')) show(element);
  }
  const lift = ({ pointerType }: PointerEvent) => pointerType !== 'mouse' && !at && clearTimeout(timer);

  onMount(() => {
    const heard = {
      pointerover: over,
      pointerdown: down,
      pointerup: lift,
      pointercancel: lift,
      // Focus also moves while the page is drawn anew; it is told afterwards.
      focusin: (event: FocusEvent) => queueMicrotask(() => focus(event)),
      focusout: () => queueMicrotask(hide),
      scroll: hide,
      keydown: ({ key }: KeyboardEvent) => key === 'Escape' && hide(),
    };
    const all = Object.entries(heard) as [string, EventListener][];
    for (const [what, heed] of all) document.addEventListener(what, heed, { capture: true, passive: true });
    return () => {
      hide();
      for (const [what, heed] of all) document.removeEventListener(what, heed, { capture: true });
    };
  });
</script>

{#key at}
  {#if at}
    <Tooltip open positioning={{ getAnchorElement: () => at as HTMLElement, placement: 'bottom' }}>
      <Tooltip.Positioner>
        <Tooltip.Content><span class="tip">{text}</span></Tooltip.Content>
      </Tooltip.Positioner>
    </Tooltip>
  {/if}
{/key}

<style>
  .tip {
    display: block;
    max-width: 18rem;
    padding: 0.35rem 0.6rem;
    border-radius: var(--radius-base);
    font-size: 0.8125rem;
    line-height: 1.3;
    color: light-dark(#fff, #000);
    background: light-dark(var(--color-surface-900), var(--color-surface-100));
  }
</style>

import type { Who } from '$lib/server/crew/who';

declare global {
  namespace App {
    interface Locals {
      actor: Who;
    }
  }
}

export {};

import type { Actor } from '$lib/server/database/connection';

declare global {
  namespace App {
    interface Locals {
      actor: Actor;
    }
  }
}

export {};

import type Engine from '@dimforge/rapier2d-deterministic-compat';

/** What works out how rigid bodies fall and push each other: the same to the bit on every machine. */
export type PhysicsEngine = typeof Engine;

let loading: Promise<PhysicsEngine> | null = null;

/** The engine, where a scene has bodies; else null. */
export async function physicsFor({
  bodies,
}: {
  readonly bodies: Readonly<Record<string, unknown>>;
}): Promise<PhysicsEngine | null> {
  return Object.keys(bodies).length > 0 ? loadPhysics() : null;
}

/** Loads the engine, once; it is large, so only where something falls. */
export function loadPhysics(): Promise<PhysicsEngine> {
  return (loading ??= load().catch((error: unknown) => {
    loading = null;
    throw error;
  }));
}

async function load(): Promise<PhysicsEngine> {
  const { default: engine } = await import('@dimforge/rapier2d-deterministic-compat');
  await engine.init();
  return engine;
}

/** A machine, a vessel or a room of the shop, as far as a recipe has to know it. */
export interface Machine {
  /** As the shop calls it; no two alike. */
  name: string;
  kind: MachineKind;
  /** What it holds at once, kg; null where nobody has said, or where nothing stays in it. */
  holdsKg: number | null;
  /** Its plates or horns, mm, from the narrowest; empty where nobody has said. */
  sizesMm: number[];
}

interface KindOfMachine {
  /** In a list of kinds. */
  listed: string;
  /** What stays in it at once is measured in kilograms. */
  holds: boolean;
  /** Something in it moves, and a hand can be hurt; a batch stands as a whole in what does not. */
  moves: boolean;
  /** What is changed in it, by width in millimetres. */
  sizes?: { one: string; many: string };
}

/** The kinds of machine that steps ask for. */
export const MACHINE_KINDS = {
  grinder: { listed: 'Grinder', holds: false, moves: true, sizes: { one: 'plate', many: 'plates' } },
  mixer: { listed: 'Mixer', holds: true, moves: true },
  cutter: { listed: 'Bowl cutter', holds: true, moves: true },
  stuffer: { listed: 'Stuffer', holds: true, moves: true, sizes: { one: 'horn', many: 'horns' } },
  house: { listed: 'House', holds: true, moves: false },
  cooler: { listed: 'Cooler', holds: true, moves: false },
  vessel: { listed: 'Vessel for water', holds: true, moves: false },
} as const satisfies Record<string, KindOfMachine>;
export type MachineKind = keyof typeof MACHINE_KINDS;

/** What is known of a kind of machine. */
export function machineKind(kind: MachineKind): KindOfMachine {
  return MACHINE_KINDS[kind];
}

/** A small shop's mixer and stuffer, until somebody says otherwise (common practice). */
const USUAL_KG = { mixer: 30, stuffer: 12 } as const;
export const USUAL_MACHINES: readonly Machine[] = [
  { name: 'Mixer', kind: 'mixer', holdsKg: USUAL_KG.mixer, sizesMm: [] },
  { name: 'Stuffer', kind: 'stuffer', holdsKg: USUAL_KG.stuffer, sizesMm: [] },
];

/** Machines of a kind that hold something, the largest first. */
export function machinesOf(machines: readonly Machine[], kind: MachineKind): Machine[] {
  return machines
    .filter((m) => m.kind === kind)
    .sort((a, b) => (b.holdsKg ?? 0) - (a.holdsKg ?? 0) || a.name.localeCompare(b.name));
}

/** What the largest machine of a kind holds, kg; undefined where no machine of it says. */
export function mostHeldKg(machines: readonly Machine[], kind: MachineKind): number | undefined {
  return machinesOf(machines, kind)[0]?.holdsKg ?? undefined;
}

/** Every plate or horn of the shop's machines of a kind, mm, from the narrowest. */
export function sizesOf(machines: readonly Machine[], kind: MachineKind): number[] {
  const all = machines.filter((m) => m.kind === kind).flatMap((m) => m.sizesMm);
  return [...new Set(all)].sort((a, b) => a - b);
}

/** What a new recipe begins with: the shop's largest mixer and stuffer, a small shop's where it has said nothing. */
export function startingCapacities(machines: readonly Machine[]): { mixerKg: number; stufferKg: number } {
  return {
    mixerKg: mostHeldKg(machines, 'mixer') ?? USUAL_KG.mixer,
    stufferKg: mostHeldKg(machines, 'stuffer') ?? USUAL_KG.stuffer,
  };
}

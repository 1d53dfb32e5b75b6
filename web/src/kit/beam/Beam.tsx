import { MEAT_DIVISION_MG } from '@zest/core';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { FatWindow } from '@zest/core';
import { COLOUR, FONT } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';
import { BEAM_Y, layoutBeam, type BeamBlock, type BeamBlockInput } from './layout.js';

export interface BeamProps {
  blocks: readonly (BeamBlockInput & { locked: boolean })[];
  blend: { fatPct: number; fatSd: number };
  /** Where the fat may be; absent while nothing is aimed at. */
  window?: FatWindow;
  onSize: (id: string, massKg: number) => void;
  onRest: () => void;
  onLock: (id: string) => void;
}

const WIDTH = 1080;
const HEIGHT = 316;
const STEP_KG = 0.1;
const LABEL_Y = 284;
const EVERYWHERE: FatWindow = { minPct: 0, maxPct: 100 };

/** The blend as a lever. Drag a block up or down to change its kilograms, or use the arrow keys. */
export function Beam({ blocks, blend, window, onSize, onRest, onLock }: BeamProps) {
  const units = useUnits();
  const drawing = layoutBeam(blocks, blend, window ?? EVERYWHERE, WIDTH);
  const drag = useRef<{ id: string; startY: number; startKg: number } | undefined>(undefined);
  const text = { fontFamily: FONT.number, fill: COLOUR.ink };
  const [from, to] = drawing.windowX;
  const inside = !window || (blend.fatPct >= window.minPct && blend.fatPct <= window.maxPct);

  const move = (event: PointerEvent<SVGSVGElement>) => {
    const held = drag.current;
    if (!held) return;
    const perKg = 14;
    onSize(held.id, Math.max(0, held.startKg + (held.startY - event.clientY) / -perKg));
  };
  const release = () => {
    if (!drag.current) return;
    drag.current = undefined;
    onRest();
  };
  const key = (event: KeyboardEvent, block: BeamBlock) => {
    const steps: Record<string, number> = {
      ArrowUp: 1,
      ArrowRight: 1,
      ArrowDown: -1,
      ArrowLeft: -1,
      PageUp: 10,
      PageDown: -10,
    };
    const step = steps[event.key];
    if (step !== undefined) {
      event.preventDefault();
      onSize(block.id, Math.max(0, block.massKg + step * STEP_KG));
      onRest();
    }
    if (event.key.toLowerCase() === 'l') onLock(block.id);
  };

  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      style={{ display: 'block', touchAction: 'none', overflow: 'visible' }}
      onPointerMove={move}
      onPointerUp={release}
      onPointerCancel={release}
      role="group"
      aria-label="The blend as a beam"
    >
      {window ? (
        <>
          <rect
            x={from}
            y={28}
            width={Math.max(2, to - from)}
            height={HEIGHT - 28 - 52}
            fill={COLOUR.pine}
            opacity={0.13}
          />
          <text x={(from + to) / 2} y={20} textAnchor="middle" fontSize="16" style={text}>
            window {units.number(window.minPct, 1)}–{units.number(window.maxPct, 1)} % fat
          </text>
        </>
      ) : null}
      <ellipse
        cx={drawing.shadow.x}
        cy={BEAM_Y - 34}
        rx={Math.max(1, drawing.shadow.rx)}
        ry={9}
        fill={COLOUR.ink}
        opacity={0.16}
      />
      <g transform={`rotate(${drawing.tilt} ${drawing.pivotX} ${BEAM_Y})`}>
        <rect
          x={30}
          y={BEAM_Y - 6}
          width={WIDTH - 60}
          height={12}
          rx={6}
          fill={COLOUR.steel}
          stroke={COLOUR.ink}
        />
        {drawing.ticks.map((tick) => (
          <g key={tick.pct}>
            <line x1={tick.x} x2={tick.x} y1={BEAM_Y - 6} y2={BEAM_Y + 6} stroke={COLOUR.ink} />
            <text x={tick.x} y={BEAM_Y + 24} textAnchor="middle" fontSize="14" style={text}>
              {tick.pct}
            </text>
          </g>
        ))}
        {drawing.blocks.map((block) => (
          <Hanging
            key={block.id}
            block={block}
            locked={blocks.find((b) => b.id === block.id)?.locked ?? false}
            label={units.mass(Math.round(block.massKg * 1e6), MEAT_DIVISION_MG)}
            onDown={(e) => {
              e.currentTarget.setPointerCapture(e.pointerId);
              drag.current = { id: block.id, startY: e.clientY, startKg: block.massKg };
            }}
            onKey={(e) => key(e, block)}
          />
        ))}
      </g>
      <path
        d={`M${drawing.pivotX} ${BEAM_Y - 8} l-24 -44 h48 Z`}
        fill={inside ? COLOUR.pine : COLOUR.zest}
        stroke={COLOUR.ink}
        strokeWidth="1.5"
      />
      <text
        x={drawing.pivotX}
        y={40}
        textAnchor="middle"
        fontSize="20"
        fontWeight="700"
        style={text}
        stroke={COLOUR.paper}
        strokeWidth="5"
        paintOrder="stroke"
      >
        {units.percent(blend.fatPct)} fat
      </text>
      <text x={WIDTH - 30} y={BEAM_Y - 16} textAnchor="end" fontSize="15" style={text}>
        fat of each trim, % by weight
      </text>
    </svg>
  );
}

function Hanging({
  block,
  locked,
  label,
  onDown,
  onKey,
}: {
  block: BeamBlock;
  locked: boolean;
  label: string;
  onDown: (event: PointerEvent<SVGGElement>) => void;
  onKey: (event: KeyboardEvent) => void;
}) {
  const middle = block.x + block.side / 2;
  const fat = Math.min(1, block.fatPct / 100);
  return (
    <g
      tabIndex={0}
      role="slider"
      aria-label={`${block.name}, ${block.fatPct} % fat`}
      aria-valuenow={Math.round(block.massKg * 100) / 100}
      aria-valuemin={0}
      aria-valuetext={`${label}${locked ? ', locked' : ''}`}
      onPointerDown={onDown}
      onKeyDown={onKey}
      style={{ cursor: 'ns-resize' }}
    >
      <line x1={block.hangX} x2={middle} y1={BEAM_Y + 6} y2={block.y} stroke={COLOUR.ink} strokeWidth="1.5" />
      <rect
        x={block.x}
        y={block.y}
        width={block.side}
        height={block.side}
        fill={COLOUR.lean}
        stroke={COLOUR.ink}
        strokeWidth={locked ? 4 : 1.5}
      />
      <rect
        x={block.x}
        y={block.y + block.side * (1 - fat)}
        width={block.side}
        height={block.side * fat}
        fill={COLOUR.fat}
        stroke={COLOUR.ink}
        strokeWidth="1"
      />
      <text
        x={middle}
        y={LABEL_Y}
        textAnchor="middle"
        fontSize="21"
        fontWeight="700"
        fontFamily={FONT.number}
        fill={COLOUR.ink}
      >
        {label}
      </text>
      <text
        x={middle}
        y={LABEL_Y + 18}
        textAnchor="middle"
        fontSize="15"
        fontFamily={FONT.number}
        fill={COLOUR.ink}
      >
        {block.name}
        {locked ? ' · locked' : ''}
      </text>
    </g>
  );
}

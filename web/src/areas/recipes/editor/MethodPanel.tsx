import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import {
  METHOD_KINDS,
  METHOD_TEMPLATES,
  entryStep,
  nudgeStep,
  stepTitle,
  stepWords,
  withStep,
  type Finding,
  type StepName,
} from '@zest/core';
import { COLOUR } from '../../../ui/theme.js';
import { Triangle } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import type { EditorDocument } from '../new-document.js';
import { PortionsPanel } from './PortionsPanel.js';
import { SchoolsPanel } from './SchoolsPanel.js';
import { StepDetails } from './StepDetails.js';

interface MethodPanelProps {
  document: EditorDocument;
  findings: readonly Finding[];
  onEdit: (edit: (document: EditorDocument) => EditorDocument, topic?: string) => void;
}

/** How it is made: the steps in their order, each with its parameters, and the schools to choose from. */
export function MethodPanel({ document, findings, onEdit }: MethodPanelProps) {
  const units = useUnits();
  const [openKey, setOpen] = useState<string>();
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', lg: 'minmax(0, 1fr) 270px' }, gap: 2.5 }}>
      <Box>
        <Box sx={{ display: 'flex', gap: 1.5, mb: 1, flexWrap: 'wrap' }}>
          <TextField
            select
            label="Begin again from"
            value=""
            onChange={(e) => onEdit((d) => fromTemplate(d, e.target.value))}
            sx={{ width: 210 }}
          >
            {METHOD_TEMPLATES.map((t) => (
              <MenuItem key={t.id} value={t.id}>
                {t.title}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            select
            label="Add a step"
            value=""
            onChange={(e) => onEdit((d) => ({ ...d, steps: withStep(d.steps, e.target.value as StepName) }))}
            sx={{ width: 210 }}
          >
            {METHOD_KINDS.map((kind) => (
              <MenuItem key={kind.name} value={kind.name}>
                {kind.listed}
              </MenuItem>
            ))}
          </TextField>
        </Box>
        <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {document.steps.map((step, i) => {
            const mine = findings.filter(
              (f) => f.path === `steps[${i}]` || f.path.startsWith(`steps[${i}].`),
            );
            return (
              <Box
                component="li"
                key={step.key}
                aria-label={stepTitle(step)}
                sx={{ borderTop: `1px solid ${COLOUR.edge}` }}
              >
                <Box
                  sx={{ display: 'grid', gridTemplateColumns: '40px 1fr auto', gap: 1, alignItems: 'center' }}
                >
                  <Box sx={{ fontWeight: 700, fontSize: 20, textAlign: 'right' }}>{i + 1}</Box>
                  <Box
                    component="button"
                    type="button"
                    aria-expanded={openKey === step.key}
                    onClick={() => setOpen(openKey === step.key ? undefined : step.key)}
                    sx={{
                      border: 0,
                      bgcolor: 'transparent',
                      font: 'inherit',
                      textAlign: 'left',
                      minHeight: 52,
                      cursor: 'pointer',
                      color: COLOUR.ink,
                    }}
                  >
                    <b>{stepTitle(step)}</b> {doneTo(document, step)}
                    <Box component="span" sx={{ fontSize: 15 }}>
                      {units.sentence(stepWords(step).join(' · '))}
                    </Box>
                  </Box>
                  <Box sx={{ display: 'flex' }}>
                    <Button
                      sx={{ minWidth: 44 }}
                      aria-label={`${stepTitle(step)} earlier`}
                      onClick={() => onEdit((d) => ({ ...d, steps: nudgeStep(d.steps, step.key, -1) }))}
                    >
                      ↑
                    </Button>
                    <Button
                      sx={{ minWidth: 44 }}
                      aria-label={`${stepTitle(step)} later`}
                      onClick={() => onEdit((d) => ({ ...d, steps: nudgeStep(d.steps, step.key, 1) }))}
                    >
                      ↓
                    </Button>
                    <Button
                      aria-label={`Take the step ${stepTitle(step)} out`}
                      onClick={() =>
                        onEdit((d) => ({ ...d, steps: d.steps.filter((s) => s.key !== step.key) }))
                      }
                    >
                      Take out
                    </Button>
                  </Box>
                </Box>
                {mine.map((f) => (
                  <Box
                    key={f.sentence}
                    role={f.level === 'stop' ? 'alert' : 'note'}
                    sx={{ display: 'flex', gap: 1, pl: 6, pb: 0.75, fontSize: 15 }}
                  >
                    {f.level === 'stop' ? <b>Stop.</b> : <Triangle size={16} />}
                    <span>{units.sentence(f.sentence)}</span>
                  </Box>
                ))}
                {openKey === step.key ? (
                  <StepDetails
                    key={step.key}
                    step={step}
                    portions={document.portions ?? []}
                    onEdit={onEdit}
                  />
                ) : null}
              </Box>
            );
          })}
        </Box>
        <PortionsPanel document={document} findings={findings} onEdit={onEdit} />
      </Box>
      <SchoolsPanel document={document} onEdit={onEdit} />
    </Box>
  );
}

/** Whose step it is, where it is not done to all that is there. */
function doneTo({ portions = [] }: EditorDocument, step: EditorDocument['steps'][number]): string {
  const portion = portions.find((p) => p.key === step.portion);
  return portion ? `to ${portion.name || 'the portion'} ` : '';
}

/** Another starting method; lines go in where the new one takes them. */
function fromTemplate(document: EditorDocument, id: string): EditorDocument {
  const template = METHOD_TEMPLATES.find((t) => t.id === id);
  if (!template) return document;
  const { portions: _parted, ...whole } = document;
  const next = { ...whole, state: template.state, steps: template.steps.map((s) => ({ ...s })) };
  return {
    ...next,
    lines: next.lines.map((line) => ({ ...line, entersAt: entryStep(next.steps, line.role) })),
  };
}

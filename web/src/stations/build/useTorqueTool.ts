import { type BenchTool, overdue } from '@ombrik/core/document/workshop/toolCheck';
import { format } from 'date-fns';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';

const KEY = 'ombrik-torque-tool';

/** The tool studs are torqued with at this bench: the one last taken, remembered on the device. */
export function useTorqueTool() {
  const { workshop } = useJob();
  const tools = workshop.benchTools.filter((t) => t.kind === 'torqueWrench' || t.kind === 'springScale');
  const [toolId, setToolId] = useState(() => localStorage.getItem(KEY));
  const tool: BenchTool | null = tools.find((t) => t.id === toolId) ?? tools[0] ?? null;
  return {
    tools,
    tool,
    /** Why nothing is torqued with it today; null where it may be. */
    stop: tool && overdue(tool, format(new Date(), 'yyyy-MM-dd')),
    take: (id: string) => {
      localStorage.setItem(KEY, id);
      setToolId(id);
    },
  };
}
export type TorqueHands = ReturnType<typeof useTorqueTool>;

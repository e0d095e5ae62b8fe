import type { Tool } from '../tool';
import { carbonDioxideTool } from './carbon-dioxide';
import { dilutionTool } from './dilution';
import { dosingTool } from './dosing';
import { dropsTool } from './drops';
import { freeAmmoniaTool } from './free-ammonia';
import { mixingTool } from './mixing';
import { feedTool, nitrogenBalanceTool, saltAndNitriteTool } from './nitrogen';
import { twoPhTool } from './two-ph';
import { unitTableTool } from './unit-table';
import { waterChangeTool } from './water-change';

/** The calculations of the worktop, in the order in which they are offered. */
export const tools: readonly Tool[] = [
  freeAmmoniaTool,
  unitTableTool,
  dropsTool,
  dilutionTool,
  mixingTool,
  waterChangeTool,
  dosingTool,
  carbonDioxideTool,
  twoPhTool,
  saltAndNitriteTool,
  feedTool,
  nitrogenBalanceTool,
];

export const toolOf = (id: string): Tool | undefined => tools.find((tool) => tool.id === id);

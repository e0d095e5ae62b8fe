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

/** The calculations of the worktop by what one wants to know, in the order in which they are offered. */
export const questions: readonly { readonly asks: string; readonly tools: readonly Tool[] }[] = [
  { asks: 'What will it do?', tools: [waterChangeTool, mixingTool, dosingTool, saltAndNitriteTool] },
  {
    asks: 'What is it worth?',
    tools: [freeAmmoniaTool, carbonDioxideTool, twoPhTool, unitTableTool, dropsTool, dilutionTool],
  },
  { asks: 'How much of it?', tools: [feedTool, nitrogenBalanceTool] },
];
export const tools: readonly Tool[] = questions.flatMap((q) => q.tools);

export const toolOf = (id: string): Tool | undefined => tools.find((tool) => tool.id === id);

import type { ToolKey } from '@/core/churning/tools';
import { toolKeys, tools } from '@/core/churning/tools';
import { OneOf } from '../quantity/OneOf';

const kinds = toolKeys.map((key) => ({ key, name: tools[key].name }));

/** One kind of churn out of all of them. */
export function ToolSelect({
  label,
  tool,
  onTool,
}: {
  label: string;
  tool: ToolKey;
  onTool: (tool: ToolKey) => void;
}) {
  return <OneOf label={label} chosen={tool} onChoose={onTool} choices={kinds} />;
}

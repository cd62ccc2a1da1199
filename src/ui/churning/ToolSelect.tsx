import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { ToolKey } from '@/core/churning/tools';
import { toolKeys, tools } from '@/core/churning/tools';

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
  return (
    <TextField select label={label} value={tool} onChange={(event) => onTool(event.target.value as ToolKey)}>
      {toolKeys.map((key) => (
        <MenuItem key={key} value={key}>
          {tools[key].name}
        </MenuItem>
      ))}
    </TextField>
  );
}

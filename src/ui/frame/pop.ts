/** What opens over a page: fetched apart from it ({@link useLater}). */
export { default as Dialog } from '@mui/material/Dialog';
export { default as Menu } from '@mui/material/Menu';
export { default as MenuItem } from '@mui/material/MenuItem';
export { JotGrammar } from '../jot/JotGrammar';

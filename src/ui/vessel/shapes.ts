import type { Tool } from '@/core/churning/tools';

/** A vessel in outline, in a box 200 wide and 240 high. `inside` is what can be filled, between `top` and `bottom`. */
export interface Shape {
  /** Drawn behind the filling. */
  back?: string;
  inside: string;
  top: number;
  bottom: number;
  left: number;
  right: number;
  /** Drawn over the filling: rims, handles, stands. */
  front: string;
  /** Thin cobalt rim. */
  rim: string;
}

export const shapes: Record<Tool['drawing'] | 'tub' | 'pail' | 'standing', Shape> = {
  jar: {
    inside: 'M58 46h84c0 12 14 16 14 30v128c0 12-8 20-20 20H64c-12 0-20-8-20-20V76c0-14 14-18 14-30z',
    top: 62,
    bottom: 224,
    left: 44,
    right: 156,
    front: 'M58 46V26h84v20M64 96v96',
    rim: 'M54 26h92',
  },
  churn: {
    back: 'M100 22v150M78 150h44M78 172h44M84 150v22M116 150v22',
    inside: 'M50 54h100c0 8 10 12 10 24v126c0 12-8 20-20 20H60c-12 0-20-8-20-20V78c0-12 10-16 10-24z',
    top: 66,
    bottom: 224,
    left: 40,
    right: 160,
    front: 'M62 54V40h76v14M100 40V22M100 24h46v22M138 46h16',
    rim: 'M46 54h108',
  },
  barrel: {
    back: 'M32 232 100 128 168 232M20 232h34M146 232h34',
    inside: 'M40 40c20-12 100-12 120 0 14 40 14 112 0 152-20 12-100 12-120 0-14-40-14-112 0-152z',
    top: 34,
    bottom: 198,
    left: 30,
    right: 170,
    front: 'M33 78c44 8 90 8 134 0M33 154c44 8 90 8 134 0M174 116h16v28M182 144h16',
    rim: 'M40 40c20-12 100-12 120 0',
  },
  dasher: {
    back: 'M100 4v182M66 186h68M72 178l56 16M128 178l-56 16',
    inside: 'M70 52h60l22 164c1 8-4 12-12 12H60c-8 0-13-4-12-12z',
    top: 56,
    bottom: 228,
    left: 48,
    right: 152,
    front: 'M66 52V40h68v12M56 150h88M62 104h76',
    rim: 'M62 52h76',
  },
  bowl: {
    back: 'M100 10v60M100 70c-34 20-38 66-22 106M100 70c34 20 38 66 22 106M100 70v110',
    inside: 'M22 84h156c0 78-30 132-78 132S22 162 22 84z',
    top: 90,
    bottom: 216,
    left: 22,
    right: 178,
    front: 'M70 216h60l6 14H64zM86 10h28v18H86z',
    rim: 'M14 84h172',
  },
  blender: {
    back: 'M78 186l44 10M122 186l-44 10M100 182v18',
    inside: 'M50 46h100l-12 146c-1 8-6 12-14 12H76c-8 0-13-4-14-12z',
    top: 50,
    bottom: 204,
    left: 50,
    right: 150,
    front: 'M56 204h88l8 28H48zM150 66c26 0 26 60-5 62M56 46V34h88v12',
    rim: 'M44 46h112',
  },
  tub: {
    inside: 'M34 84h132l-12 118c-1 10-7 16-18 16H64c-11 0-17-6-18-16z',
    top: 90,
    bottom: 218,
    left: 34,
    right: 166,
    front: '',
    rim: 'M24 84h152',
  },
  standing: {
    inside: 'M60 44h80c0 12 12 16 12 30v130c0 12-8 20-20 20H68c-12 0-20-8-20-20V74c0-14 12-18 12-30z',
    top: 62,
    bottom: 224,
    left: 48,
    right: 152,
    front: 'M60 44V28h80v16',
    rim: 'M56 28h88',
  },
  pail: {
    inside: 'M36 92h128l-14 118c-1 8-6 12-14 12H64c-8 0-13-4-14-12z',
    top: 98,
    bottom: 222,
    left: 36,
    right: 164,
    front: 'M30 92C44 20 156 20 170 92M92 38h16',
    rim: 'M26 92h148',
  },
};

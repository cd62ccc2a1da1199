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
  /** Its handle stands out on the right. */
  crank?: boolean;
}

/** Which outline stands for a vessel of the house. */
export const vesselShapes = {
  churn: 'churn',
  pail: 'pail',
  jar: 'standing',
  can: 'can',
  tapCan: 'tapCan',
  pan: 'pan',
  tub: 'tub',
  crock: 'crock',
  mould: 'tub',
  separator: 'separator',
} as const;

export const shapes: Record<
  Tool['drawing'] | 'tub' | 'pail' | 'standing' | 'can' | 'tapCan' | 'pan' | 'crock' | 'separator',
  Shape
> = {
  can: {
    inside: 'M72 52h56c0 16 24 20 24 40v112c0 12-6 18-18 18H66c-12 0-18-6-18-18V92c0-20 24-24 24-40z',
    top: 60,
    bottom: 222,
    left: 48,
    right: 152,
    front: 'M66 52V36h68v16M48 104c-16 0-16 34 0 34M152 104c16 0 16 34 0 34',
    rim: 'M60 36h80',
  },
  tapCan: {
    inside: 'M50 52h100v152c0 12-6 18-18 18H68c-12 0-18-6-18-18z',
    top: 58,
    bottom: 222,
    left: 50,
    right: 150,
    front: 'M50 52V40h100v12M150 200h20v-12M170 200v12h-8',
    rim: 'M44 40h112',
  },
  pan: {
    inside: 'M14 150h172l-22 56c-3 8-8 10-16 10H52c-8 0-13-2-16-10z',
    top: 154,
    bottom: 214,
    left: 14,
    right: 186,
    front: '',
    rim: 'M6 150h188',
  },
  crock: {
    inside:
      'M56 66h88c14 10 20 30 20 60s-8 66-18 90c-2 5-6 6-12 6H66c-6 0-10-1-12-6-10-24-18-60-18-90s6-50 20-60z',
    top: 72,
    bottom: 220,
    left: 36,
    right: 164,
    front: 'M56 66V52h88v14M39 104c-16-4-22 26-2 30M161 104c16-4 22 26 2 30',
    rim: 'M50 52h100',
  },
  separator: {
    back: 'M100 222V150M64 232h72',
    inside: 'M52 34h96l-14 44H66z',
    top: 36,
    bottom: 78,
    left: 52,
    right: 148,
    front: 'M70 78h60v22H70zM78 100h44l-8 34H86zM130 90h42v14M70 90H28v22M86 134h28v16H86z',
    rim: 'M46 34h108',
  },
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
    crank: true,
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

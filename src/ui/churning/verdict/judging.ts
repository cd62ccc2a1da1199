/** Balancing takes some algebra, which is fetched apart: until then the house’s own judgement stands. */
export const theJudging = () => import('@/core/balancing/judgeBatch');

/** Fat of farm butter and churn efficiency in the middle of their usual range (handbook §6.8). */
export const butterFat = 0.82;
export const churnEfficiency = 0.97;

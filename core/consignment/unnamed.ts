/** The code of an order that is still being typed: it is told as "this order". */
export const UNNAMED = 'KC-0000';

/** Melting, s; crystallising, s: at great undercooling, and by how much longer at none, over so many K (engineering estimates). */
const melting = 360;
const soonest = 1800;
const longer = 7200;
const over = 6;

/**
 * Time constant with which the solid fat nears what its temperature wants, s: it melts in minutes; deep chilling sets most
 * of it in an hour or two, and near-churning temperatures take the night, because crystals form by undercooling below what
 * the fat feels like already (Walstra et al., Dairy Science and Technology, 2006, §2.3; constants engineering estimates).
 * @param felt the temperature at which this much of the fat would be solid, °C
 * @param celsius its temperature, °C
 */
export const settling = (felt: number, celsius: number): number =>
  celsius >= felt ? melting : soonest + longer * Math.exp((celsius - felt) / over);

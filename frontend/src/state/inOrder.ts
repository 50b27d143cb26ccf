/** For questions asked while others are under way: each call begins one, and its answer counts only where none asked later was there before it. */
export function inOrder(): () => () => boolean {
  let asked = 0;
  let taken = 0;
  return () => {
    asked += 1;
    const mine = asked;
    return () => {
      if (mine < taken) return false;
      taken = mine;
      return true;
    };
  };
}

-- Temperature is a dose: species of one's own, one's own assumptions, and what is still to be computed take the present
-- names. The rows are rewritten after this file (present-names.ts); plans and their earlier states are upgraded as they are read.
SELECT 1;

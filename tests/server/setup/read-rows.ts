// Every row is read by the shape its statement gives it: what a statement says it returns is then what it does.
process.env.CALENDARIO_READS_ROWS = '1';

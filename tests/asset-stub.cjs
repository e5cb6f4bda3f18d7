module.exports = 1;

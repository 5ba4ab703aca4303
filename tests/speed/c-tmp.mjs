var __create = Object.create;
var __defProp = Object.defineProperty;
var __getOwnPropDesc = Object.getOwnPropertyDescriptor;
var __getOwnPropNames = Object.getOwnPropertyNames;
var __getProtoOf = Object.getPrototypeOf;
var __hasOwnProp = Object.prototype.hasOwnProperty;
var __commonJS = (cb, mod) =>
  function __require() {
    return (
      mod || (0, cb[__getOwnPropNames(cb)[0]])((mod = { exports: {} }).exports, mod),
      mod.exports
    );
  };
var __copyProps = (to, from, except, desc) => {
  if ((from && typeof from === 'object') || typeof from === 'function') {
    for (let key of __getOwnPropNames(from))
      if (!__hasOwnProp.call(to, key) && key !== except)
        __defProp(to, key, {
          get: () => from[key],
          enumerable: !(desc = __getOwnPropDesc(from, key)) || desc.enumerable,
        });
  }
  return to;
};
var __toESM = (mod, isNodeMode, target) => (
  (target = mod != null ? __create(__getProtoOf(mod)) : {}),
  __copyProps(
    // If the importer is in node compatibility mode or this is not an ESM
    // file that has been converted to a CommonJS file using a Babel-
    // compatible transform (i.e. "__esModule" has not been set), then set
    // "default" to the CommonJS "module.exports" for node compatibility.
    isNodeMode || !mod || !mod.__esModule
      ? __defProp(target, 'default', { value: mod, enumerable: true })
      : target,
    mod,
  )
);

// node_modules/@stdlib/math-base-assert-is-nan/lib/main.js
var require_main = __commonJS({
  'node_modules/@stdlib/math-base-assert-is-nan/lib/main.js'(exports, module) {
    'use strict';
    function isnan(x) {
      return x !== x;
    }
    module.exports = isnan;
  },
});

// node_modules/@stdlib/math-base-assert-is-nan/lib/index.js
var require_lib = __commonJS({
  'node_modules/@stdlib/math-base-assert-is-nan/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main();
    module.exports = main;
  },
});

// node_modules/@stdlib/math-base-special-floor/lib/main.js
var require_main2 = __commonJS({
  'node_modules/@stdlib/math-base-special-floor/lib/main.js'(exports, module) {
    'use strict';
    var floor = Math.floor;
    module.exports = floor;
  },
});

// node_modules/@stdlib/math-base-special-floor/lib/index.js
var require_lib2 = __commonJS({
  'node_modules/@stdlib/math-base-special-floor/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main2();
    module.exports = main;
  },
});

// node_modules/@stdlib/math-base-special-ceil/lib/main.js
var require_main3 = __commonJS({
  'node_modules/@stdlib/math-base-special-ceil/lib/main.js'(exports, module) {
    'use strict';
    var ceil = Math.ceil;
    module.exports = ceil;
  },
});

// node_modules/@stdlib/math-base-special-ceil/lib/index.js
var require_lib3 = __commonJS({
  'node_modules/@stdlib/math-base-special-ceil/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main3();
    module.exports = main;
  },
});

// node_modules/@stdlib/math-base-special-trunc/lib/main.js
var require_main4 = __commonJS({
  'node_modules/@stdlib/math-base-special-trunc/lib/main.js'(exports, module) {
    'use strict';
    var floor = require_lib2();
    var ceil = require_lib3();
    function trunc(x) {
      if (x < 0) {
        return ceil(x);
      }
      return floor(x);
    }
    module.exports = trunc;
  },
});

// node_modules/@stdlib/math-base-special-trunc/lib/index.js
var require_lib4 = __commonJS({
  'node_modules/@stdlib/math-base-special-trunc/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main4();
    module.exports = main;
  },
});

// node_modules/@stdlib/number-ctor/lib/main.js
var require_main5 = __commonJS({
  'node_modules/@stdlib/number-ctor/lib/main.js'(exports, module) {
    'use strict';
    module.exports = Number;
  },
});

// node_modules/@stdlib/number-ctor/lib/index.js
var require_lib5 = __commonJS({
  'node_modules/@stdlib/number-ctor/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main5();
    module.exports = main;
  },
});

// node_modules/@stdlib/constants-float64-ninf/lib/index.js
var require_lib6 = __commonJS({
  'node_modules/@stdlib/constants-float64-ninf/lib/index.js'(exports, module) {
    'use strict';
    var Number2 = require_lib5();
    var FLOAT64_NINF = Number2.NEGATIVE_INFINITY;
    module.exports = FLOAT64_NINF;
  },
});

// node_modules/@stdlib/constants-float64-pinf/lib/index.js
var require_lib7 = __commonJS({
  'node_modules/@stdlib/constants-float64-pinf/lib/index.js'(exports, module) {
    'use strict';
    var FLOAT64_PINF = Number.POSITIVE_INFINITY;
    module.exports = FLOAT64_PINF;
  },
});

// node_modules/@stdlib/constants-float64-exponent-bias/lib/index.js
var require_lib8 = __commonJS({
  'node_modules/@stdlib/constants-float64-exponent-bias/lib/index.js'(exports, module) {
    'use strict';
    var FLOAT64_EXPONENT_BIAS = 1023 | 0;
    module.exports = FLOAT64_EXPONENT_BIAS;
  },
});

// node_modules/@stdlib/constants-float64-max-base2-exponent/lib/index.js
var require_lib9 = __commonJS({
  'node_modules/@stdlib/constants-float64-max-base2-exponent/lib/index.js'(exports, module) {
    'use strict';
    var FLOAT64_MAX_BASE2_EXPONENT = 1023 | 0;
    module.exports = FLOAT64_MAX_BASE2_EXPONENT;
  },
});

// node_modules/@stdlib/constants-float64-max-base2-exponent-subnormal/lib/index.js
var require_lib10 = __commonJS({
  'node_modules/@stdlib/constants-float64-max-base2-exponent-subnormal/lib/index.js'(
    exports,
    module,
  ) {
    'use strict';
    var FLOAT64_MAX_BASE2_EXPONENT_SUBNORMAL = -1023 | 0;
    module.exports = FLOAT64_MAX_BASE2_EXPONENT_SUBNORMAL;
  },
});

// node_modules/@stdlib/constants-float64-min-base2-exponent-subnormal/lib/index.js
var require_lib11 = __commonJS({
  'node_modules/@stdlib/constants-float64-min-base2-exponent-subnormal/lib/index.js'(
    exports,
    module,
  ) {
    'use strict';
    var FLOAT64_MIN_BASE2_EXPONENT_SUBNORMAL = -1074 | 0;
    module.exports = FLOAT64_MIN_BASE2_EXPONENT_SUBNORMAL;
  },
});

// node_modules/@stdlib/math-base-assert-is-infinite/lib/main.js
var require_main6 = __commonJS({
  'node_modules/@stdlib/math-base-assert-is-infinite/lib/main.js'(exports, module) {
    'use strict';
    var PINF = require_lib7();
    var NINF = require_lib6();
    function isInfinite(x) {
      return x === PINF || x === NINF;
    }
    module.exports = isInfinite;
  },
});

// node_modules/@stdlib/math-base-assert-is-infinite/lib/index.js
var require_lib12 = __commonJS({
  'node_modules/@stdlib/math-base-assert-is-infinite/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main6();
    module.exports = main;
  },
});

// node_modules/@stdlib/constants-float64-high-word-sign-mask/lib/index.js
var require_lib13 = __commonJS({
  'node_modules/@stdlib/constants-float64-high-word-sign-mask/lib/index.js'(exports, module) {
    'use strict';
    var FLOAT64_HIGH_WORD_SIGN_MASK = 2147483648 >>> 0;
    module.exports = FLOAT64_HIGH_WORD_SIGN_MASK;
  },
});

// node_modules/@stdlib/constants-float64-high-word-abs-mask/lib/index.js
var require_lib14 = __commonJS({
  'node_modules/@stdlib/constants-float64-high-word-abs-mask/lib/index.js'(exports, module) {
    'use strict';
    var FLOAT64_HIGH_WORD_ABS_MASK = 2147483647 >>> 0;
    module.exports = FLOAT64_HIGH_WORD_ABS_MASK;
  },
});

// node_modules/@stdlib/utils-define-property/lib/define_property.js
var require_define_property = __commonJS({
  'node_modules/@stdlib/utils-define-property/lib/define_property.js'(exports, module) {
    'use strict';
    var main = typeof Object.defineProperty === 'function' ? Object.defineProperty : null;
    module.exports = main;
  },
});

// node_modules/@stdlib/utils-define-property/lib/has_define_property_support.js
var require_has_define_property_support = __commonJS({
  'node_modules/@stdlib/utils-define-property/lib/has_define_property_support.js'(exports, module) {
    'use strict';
    var defineProperty = require_define_property();
    function hasDefinePropertySupport() {
      try {
        defineProperty({}, 'x', {});
        return true;
      } catch (err) {
        return false;
      }
    }
    module.exports = hasDefinePropertySupport;
  },
});

// node_modules/@stdlib/utils-define-property/lib/builtin.js
var require_builtin = __commonJS({
  'node_modules/@stdlib/utils-define-property/lib/builtin.js'(exports, module) {
    'use strict';
    var defineProperty = Object.defineProperty;
    module.exports = defineProperty;
  },
});

// node_modules/@stdlib/string-base-format-interpolate/lib/is_number.js
var require_is_number = __commonJS({
  'node_modules/@stdlib/string-base-format-interpolate/lib/is_number.js'(exports, module) {
    'use strict';
    function isNumber(value) {
      return typeof value === 'number';
    }
    module.exports = isNumber;
  },
});

// node_modules/@stdlib/string-base-format-interpolate/lib/zero_pad.js
var require_zero_pad = __commonJS({
  'node_modules/@stdlib/string-base-format-interpolate/lib/zero_pad.js'(exports, module) {
    'use strict';
    function startsWithMinus(str) {
      return str[0] === '-';
    }
    function zeros(n) {
      var out = '';
      var i;
      for (i = 0; i < n; i++) {
        out += '0';
      }
      return out;
    }
    function zeroPad(str, width, right) {
      var negative = false;
      var pad = width - str.length;
      if (pad < 0) {
        return str;
      }
      if (startsWithMinus(str)) {
        negative = true;
        str = str.substr(1);
      }
      str = right ? str + zeros(pad) : zeros(pad) + str;
      if (negative) {
        str = '-' + str;
      }
      return str;
    }
    module.exports = zeroPad;
  },
});

// node_modules/@stdlib/string-base-format-interpolate/lib/format_integer.js
var require_format_integer = __commonJS({
  'node_modules/@stdlib/string-base-format-interpolate/lib/format_integer.js'(exports, module) {
    'use strict';
    var isNumber = require_is_number();
    var zeroPad = require_zero_pad();
    var lowercase = String.prototype.toLowerCase;
    var uppercase = String.prototype.toUpperCase;
    function formatInteger(token) {
      var base;
      var out;
      var i;
      switch (token.specifier) {
        case 'b':
          base = 2;
          break;
        case 'o':
          base = 8;
          break;
        case 'x':
        case 'X':
          base = 16;
          break;
        case 'd':
        case 'i':
        case 'u':
        default:
          base = 10;
          break;
      }
      out = token.arg;
      i = parseInt(out, 10);
      if (!isFinite(i)) {
        if (!isNumber(out)) {
          throw new Error('invalid integer. Value: ' + out);
        }
        i = 0;
      }
      if (i < 0 && (token.specifier === 'u' || base !== 10)) {
        i = 4294967295 + i + 1;
      }
      if (i < 0) {
        out = (-i).toString(base);
        if (token.precision) {
          out = zeroPad(out, token.precision, token.padRight);
        }
        out = '-' + out;
      } else {
        out = i.toString(base);
        if (!i && !token.precision) {
          out = '';
        } else if (token.precision) {
          out = zeroPad(out, token.precision, token.padRight);
        }
        if (token.sign) {
          out = token.sign + out;
        }
      }
      if (base === 16) {
        if (token.alternate) {
          out = '0x' + out;
        }
        out =
          token.specifier === uppercase.call(token.specifier)
            ? uppercase.call(out)
            : lowercase.call(out);
      }
      if (base === 8) {
        if (token.alternate && out.charAt(0) !== '0') {
          out = '0' + out;
        }
      }
      return out;
    }
    module.exports = formatInteger;
  },
});

// node_modules/@stdlib/string-base-format-interpolate/lib/is_string.js
var require_is_string = __commonJS({
  'node_modules/@stdlib/string-base-format-interpolate/lib/is_string.js'(exports, module) {
    'use strict';
    function isString(value) {
      return typeof value === 'string';
    }
    module.exports = isString;
  },
});

// node_modules/@stdlib/string-base-format-interpolate/lib/format_double.js
var require_format_double = __commonJS({
  'node_modules/@stdlib/string-base-format-interpolate/lib/format_double.js'(exports, module) {
    'use strict';
    var abs = Math.abs;
    var lowercase = String.prototype.toLowerCase;
    var uppercase = String.prototype.toUpperCase;
    var replace = String.prototype.replace;
    var RE_EXP_POS_DIGITS = /e\+(\d)$/;
    var RE_EXP_NEG_DIGITS = /e-(\d)$/;
    var RE_ONLY_DIGITS = /^(\d+)$/;
    var RE_DIGITS_BEFORE_EXP = /^(\d+)e/;
    var RE_TRAILING_PERIOD_ZERO = /\.0$/;
    var RE_PERIOD_ZERO_EXP = /\.0*e/;
    var RE_ZERO_BEFORE_EXP = /(\..*[^0])0*e/;
    function formatDouble(f, token) {
      var digits;
      var out;
      switch (token.specifier) {
        case 'e':
        case 'E':
          out = f.toExponential(token.precision);
          break;
        case 'f':
        case 'F':
          out = f.toFixed(token.precision);
          break;
        case 'g':
        case 'G':
          if (abs(f) < 1e-4) {
            digits = token.precision;
            if (digits > 0) {
              digits -= 1;
            }
            out = f.toExponential(digits);
          } else {
            out = f.toPrecision(token.precision);
          }
          if (!token.alternate) {
            out = replace.call(out, RE_ZERO_BEFORE_EXP, '$1e');
            out = replace.call(out, RE_PERIOD_ZERO_EXP, 'e');
            out = replace.call(out, RE_TRAILING_PERIOD_ZERO, '');
          }
          break;
        default:
          throw new Error('invalid double notation. Value: ' + token.specifier);
      }
      out = replace.call(out, RE_EXP_POS_DIGITS, 'e+0$1');
      out = replace.call(out, RE_EXP_NEG_DIGITS, 'e-0$1');
      if (token.alternate) {
        out = replace.call(out, RE_ONLY_DIGITS, '$1.');
        out = replace.call(out, RE_DIGITS_BEFORE_EXP, '$1.e');
      }
      if (f >= 0 && token.sign) {
        out = token.sign + out;
      }
      out =
        token.specifier === uppercase.call(token.specifier)
          ? uppercase.call(out)
          : lowercase.call(out);
      return out;
    }
    module.exports = formatDouble;
  },
});

// node_modules/@stdlib/string-base-format-interpolate/lib/space_pad.js
var require_space_pad = __commonJS({
  'node_modules/@stdlib/string-base-format-interpolate/lib/space_pad.js'(exports, module) {
    'use strict';
    function spaces(n) {
      var out = '';
      var i;
      for (i = 0; i < n; i++) {
        out += ' ';
      }
      return out;
    }
    function spacePad(str, width, right) {
      var pad = width - str.length;
      if (pad < 0) {
        return str;
      }
      str = right ? str + spaces(pad) : spaces(pad) + str;
      return str;
    }
    module.exports = spacePad;
  },
});

// node_modules/@stdlib/string-base-format-interpolate/lib/main.js
var require_main7 = __commonJS({
  'node_modules/@stdlib/string-base-format-interpolate/lib/main.js'(exports, module) {
    'use strict';
    var formatInteger = require_format_integer();
    var isString = require_is_string();
    var isNumber = require_is_number();
    var formatDouble = require_format_double();
    var spacePad = require_space_pad();
    var zeroPad = require_zero_pad();
    var fromCharCode = String.fromCharCode;
    var isArray = Array.isArray;
    function isnan(value) {
      return value !== value;
    }
    function initialize(token) {
      var out = {};
      out.specifier = token.specifier;
      out.precision = token.precision === void 0 ? 1 : token.precision;
      out.width = token.width;
      out.flags = token.flags || '';
      out.mapping = token.mapping;
      return out;
    }
    function formatInterpolate(tokens) {
      var hasPeriod;
      var flags;
      var token;
      var flag;
      var num;
      var out;
      var pos;
      var f;
      var i;
      var j;
      if (!isArray(tokens)) {
        throw new TypeError(
          'invalid argument. First argument must be an array. Value: `' + tokens + '`.',
        );
      }
      out = '';
      pos = 1;
      for (i = 0; i < tokens.length; i++) {
        token = tokens[i];
        if (isString(token)) {
          out += token;
        } else {
          hasPeriod = token.precision !== void 0;
          token = initialize(token);
          if (!token.specifier) {
            throw new TypeError(
              'invalid argument. Token is missing `specifier` property. Index: `' +
                i +
                '`. Value: `' +
                token +
                '`.',
            );
          }
          if (token.mapping) {
            pos = token.mapping;
          }
          flags = token.flags;
          for (j = 0; j < flags.length; j++) {
            flag = flags.charAt(j);
            switch (flag) {
              case ' ':
                token.sign = ' ';
                break;
              case '+':
                token.sign = '+';
                break;
              case '-':
                token.padRight = true;
                token.padZeros = false;
                break;
              case '0':
                token.padZeros = flags.indexOf('-') < 0;
                break;
              case '#':
                token.alternate = true;
                break;
              default:
                throw new Error('invalid flag: ' + flag);
            }
          }
          if (token.width === '*') {
            token.width = parseInt(arguments[pos], 10);
            pos += 1;
            if (isnan(token.width)) {
              throw new TypeError(
                'the argument for * width at position ' +
                  pos +
                  ' is not a number. Value: `' +
                  token.width +
                  '`.',
              );
            }
            if (token.width < 0) {
              token.padRight = true;
              token.width = -token.width;
            }
          }
          if (hasPeriod) {
            if (token.precision === '*') {
              token.precision = parseInt(arguments[pos], 10);
              pos += 1;
              if (isnan(token.precision)) {
                throw new TypeError(
                  'the argument for * precision at position ' +
                    pos +
                    ' is not a number. Value: `' +
                    token.precision +
                    '`.',
                );
              }
              if (token.precision < 0) {
                token.precision = 1;
                hasPeriod = false;
              }
            }
          }
          token.arg = arguments[pos];
          switch (token.specifier) {
            case 'b':
            case 'o':
            case 'x':
            case 'X':
            case 'd':
            case 'i':
            case 'u':
              if (hasPeriod) {
                token.padZeros = false;
              }
              token.arg = formatInteger(token);
              break;
            case 's':
              token.maxWidth = hasPeriod ? token.precision : -1;
              token.arg = String(token.arg);
              break;
            case 'c':
              if (!isnan(token.arg)) {
                num = parseInt(token.arg, 10);
                if (num < 0 || num > 127) {
                  throw new Error('invalid character code. Value: ' + token.arg);
                }
                token.arg = isnan(num) ? String(token.arg) : fromCharCode(num);
              }
              break;
            case 'e':
            case 'E':
            case 'f':
            case 'F':
            case 'g':
            case 'G':
              if (!hasPeriod) {
                token.precision = 6;
              }
              f = parseFloat(token.arg);
              if (!isFinite(f)) {
                if (!isNumber(token.arg)) {
                  throw new Error('invalid floating-point number. Value: ' + out);
                }
                f = token.arg;
                token.padZeros = false;
              }
              token.arg = formatDouble(f, token);
              break;
            default:
              throw new Error('invalid specifier: ' + token.specifier);
          }
          if (token.maxWidth >= 0 && token.arg.length > token.maxWidth) {
            token.arg = token.arg.substring(0, token.maxWidth);
          }
          if (token.padZeros) {
            token.arg = zeroPad(token.arg, token.width || token.precision, token.padRight);
          } else if (token.width) {
            token.arg = spacePad(token.arg, token.width, token.padRight);
          }
          out += token.arg || '';
          pos += 1;
        }
      }
      return out;
    }
    module.exports = formatInterpolate;
  },
});

// node_modules/@stdlib/string-base-format-interpolate/lib/index.js
var require_lib15 = __commonJS({
  'node_modules/@stdlib/string-base-format-interpolate/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main7();
    module.exports = main;
  },
});

// node_modules/@stdlib/string-base-format-tokenize/lib/main.js
var require_main8 = __commonJS({
  'node_modules/@stdlib/string-base-format-tokenize/lib/main.js'(exports, module) {
    'use strict';
    var RE = /%(?:([1-9]\d*)\$)?([0 +\-#]*)(\*|\d+)?(?:(\.)(\*|\d+)?)?[hlL]?([%A-Za-z])/g;
    function parse(match) {
      var token = {
        mapping: match[1] ? parseInt(match[1], 10) : void 0,
        flags: match[2],
        width: match[3],
        precision: match[5],
        specifier: match[6],
      };
      if (match[4] === '.' && match[5] === void 0) {
        token.precision = '1';
      }
      return token;
    }
    function formatTokenize(str) {
      var content;
      var tokens;
      var match;
      var prev;
      tokens = [];
      prev = 0;
      match = RE.exec(str);
      while (match) {
        content = str.slice(prev, RE.lastIndex - match[0].length);
        if (content.length) {
          tokens.push(content);
        }
        if (match[6] === '%') {
          tokens.push('%');
        } else {
          tokens.push(parse(match));
        }
        prev = RE.lastIndex;
        match = RE.exec(str);
      }
      content = str.slice(prev);
      if (content.length) {
        tokens.push(content);
      }
      return tokens;
    }
    module.exports = formatTokenize;
  },
});

// node_modules/@stdlib/string-base-format-tokenize/lib/index.js
var require_lib16 = __commonJS({
  'node_modules/@stdlib/string-base-format-tokenize/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main8();
    module.exports = main;
  },
});

// node_modules/@stdlib/string-format/lib/is_string.js
var require_is_string2 = __commonJS({
  'node_modules/@stdlib/string-format/lib/is_string.js'(exports, module) {
    'use strict';
    function isString(value) {
      return typeof value === 'string';
    }
    module.exports = isString;
  },
});

// node_modules/@stdlib/string-format/lib/main.js
var require_main9 = __commonJS({
  'node_modules/@stdlib/string-format/lib/main.js'(exports, module) {
    'use strict';
    var interpolate = require_lib15();
    var tokenize = require_lib16();
    var isString = require_is_string2();
    function format(str) {
      var args;
      var i;
      if (!isString(str)) {
        throw new TypeError(
          format('invalid argument. First argument must be a string. Value: `%s`.', str),
        );
      }
      args = [tokenize(str)];
      for (i = 1; i < arguments.length; i++) {
        args.push(arguments[i]);
      }
      return interpolate.apply(null, args);
    }
    module.exports = format;
  },
});

// node_modules/@stdlib/string-format/lib/index.js
var require_lib17 = __commonJS({
  'node_modules/@stdlib/string-format/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main9();
    module.exports = main;
  },
});

// node_modules/@stdlib/utils-define-property/lib/polyfill.js
var require_polyfill = __commonJS({
  'node_modules/@stdlib/utils-define-property/lib/polyfill.js'(exports, module) {
    'use strict';
    var format = require_lib17();
    var objectProtoype = Object.prototype;
    var toStr = objectProtoype.toString;
    var defineGetter = objectProtoype.__defineGetter__;
    var defineSetter = objectProtoype.__defineSetter__;
    var lookupGetter = objectProtoype.__lookupGetter__;
    var lookupSetter = objectProtoype.__lookupSetter__;
    function defineProperty(obj, prop, descriptor) {
      var prototype;
      var hasValue;
      var hasGet;
      var hasSet;
      if (typeof obj !== 'object' || obj === null || toStr.call(obj) === '[object Array]') {
        throw new TypeError(
          format('invalid argument. First argument must be an object. Value: `%s`.', obj),
        );
      }
      if (
        typeof descriptor !== 'object' ||
        descriptor === null ||
        toStr.call(descriptor) === '[object Array]'
      ) {
        throw new TypeError(
          format(
            'invalid argument. Property descriptor must be an object. Value: `%s`.',
            descriptor,
          ),
        );
      }
      hasValue = 'value' in descriptor;
      if (hasValue) {
        if (lookupGetter.call(obj, prop) || lookupSetter.call(obj, prop)) {
          prototype = obj.__proto__;
          obj.__proto__ = objectProtoype;
          delete obj[prop];
          obj[prop] = descriptor.value;
          obj.__proto__ = prototype;
        } else {
          obj[prop] = descriptor.value;
        }
      }
      hasGet = 'get' in descriptor;
      hasSet = 'set' in descriptor;
      if (hasValue && (hasGet || hasSet)) {
        throw new Error(
          'invalid argument. Cannot specify one or more accessors and a value or writable attribute in the property descriptor.',
        );
      }
      if (hasGet && defineGetter) {
        defineGetter.call(obj, prop, descriptor.get);
      }
      if (hasSet && defineSetter) {
        defineSetter.call(obj, prop, descriptor.set);
      }
      return obj;
    }
    module.exports = defineProperty;
  },
});

// node_modules/@stdlib/utils-define-property/lib/index.js
var require_lib18 = __commonJS({
  'node_modules/@stdlib/utils-define-property/lib/index.js'(exports, module) {
    'use strict';
    var hasDefinePropertySupport = require_has_define_property_support();
    var builtin = require_builtin();
    var polyfill = require_polyfill();
    var defineProperty;
    if (hasDefinePropertySupport()) {
      defineProperty = builtin;
    } else {
      defineProperty = polyfill;
    }
    module.exports = defineProperty;
  },
});

// node_modules/@stdlib/utils-define-nonenumerable-read-only-property/lib/main.js
var require_main10 = __commonJS({
  'node_modules/@stdlib/utils-define-nonenumerable-read-only-property/lib/main.js'(
    exports,
    module,
  ) {
    'use strict';
    var defineProperty = require_lib18();
    function setNonEnumerableReadOnly(obj, prop, value) {
      defineProperty(obj, prop, {
        configurable: false,
        enumerable: false,
        writable: false,
        value: value,
      });
    }
    module.exports = setNonEnumerableReadOnly;
  },
});

// node_modules/@stdlib/utils-define-nonenumerable-read-only-property/lib/index.js
var require_lib19 = __commonJS({
  'node_modules/@stdlib/utils-define-nonenumerable-read-only-property/lib/index.js'(
    exports,
    module,
  ) {
    'use strict';
    var main = require_main10();
    module.exports = main;
  },
});

// node_modules/@stdlib/assert-has-symbol-support/lib/main.js
var require_main11 = __commonJS({
  'node_modules/@stdlib/assert-has-symbol-support/lib/main.js'(exports, module) {
    'use strict';
    function hasSymbolSupport() {
      return typeof Symbol === 'function' && typeof (/* @__PURE__ */ Symbol('foo')) === 'symbol';
    }
    module.exports = hasSymbolSupport;
  },
});

// node_modules/@stdlib/assert-has-symbol-support/lib/index.js
var require_lib20 = __commonJS({
  'node_modules/@stdlib/assert-has-symbol-support/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main11();
    module.exports = main;
  },
});

// node_modules/@stdlib/assert-has-tostringtag-support/lib/main.js
var require_main12 = __commonJS({
  'node_modules/@stdlib/assert-has-tostringtag-support/lib/main.js'(exports, module) {
    'use strict';
    var hasSymbols = require_lib20();
    var FLG = hasSymbols();
    function hasToStringTagSupport() {
      return FLG && typeof Symbol.toStringTag === 'symbol';
    }
    module.exports = hasToStringTagSupport;
  },
});

// node_modules/@stdlib/assert-has-tostringtag-support/lib/index.js
var require_lib21 = __commonJS({
  'node_modules/@stdlib/assert-has-tostringtag-support/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main12();
    module.exports = main;
  },
});

// node_modules/@stdlib/utils-native-class/lib/tostring.js
var require_tostring = __commonJS({
  'node_modules/@stdlib/utils-native-class/lib/tostring.js'(exports, module) {
    'use strict';
    var toStr = Object.prototype.toString;
    module.exports = toStr;
  },
});

// node_modules/@stdlib/utils-native-class/lib/main.js
var require_main13 = __commonJS({
  'node_modules/@stdlib/utils-native-class/lib/main.js'(exports, module) {
    'use strict';
    var toStr = require_tostring();
    function nativeClass(v) {
      return toStr.call(v);
    }
    module.exports = nativeClass;
  },
});

// node_modules/@stdlib/assert-has-own-property/lib/main.js
var require_main14 = __commonJS({
  'node_modules/@stdlib/assert-has-own-property/lib/main.js'(exports, module) {
    'use strict';
    var has = Object.prototype.hasOwnProperty;
    function hasOwnProp(value, property) {
      if (value === void 0 || value === null) {
        return false;
      }
      return has.call(value, property);
    }
    module.exports = hasOwnProp;
  },
});

// node_modules/@stdlib/assert-has-own-property/lib/index.js
var require_lib22 = __commonJS({
  'node_modules/@stdlib/assert-has-own-property/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main14();
    module.exports = main;
  },
});

// node_modules/@stdlib/symbol-ctor/lib/main.js
var require_main15 = __commonJS({
  'node_modules/@stdlib/symbol-ctor/lib/main.js'(exports, module) {
    'use strict';
    var Sym = typeof Symbol === 'function' ? Symbol : void 0;
    module.exports = Sym;
  },
});

// node_modules/@stdlib/symbol-ctor/lib/index.js
var require_lib23 = __commonJS({
  'node_modules/@stdlib/symbol-ctor/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main15();
    module.exports = main;
  },
});

// node_modules/@stdlib/utils-native-class/lib/tostringtag.js
var require_tostringtag = __commonJS({
  'node_modules/@stdlib/utils-native-class/lib/tostringtag.js'(exports, module) {
    'use strict';
    var Symbol2 = require_lib23();
    var toStrTag = typeof Symbol2 === 'function' ? Symbol2.toStringTag : '';
    module.exports = toStrTag;
  },
});

// node_modules/@stdlib/utils-native-class/lib/polyfill.js
var require_polyfill2 = __commonJS({
  'node_modules/@stdlib/utils-native-class/lib/polyfill.js'(exports, module) {
    'use strict';
    var hasOwnProp = require_lib22();
    var toStringTag = require_tostringtag();
    var toStr = require_tostring();
    function nativeClass(v) {
      var isOwn;
      var tag;
      var out;
      if (v === null || v === void 0) {
        return toStr.call(v);
      }
      tag = v[toStringTag];
      isOwn = hasOwnProp(v, toStringTag);
      try {
        v[toStringTag] = void 0;
      } catch (err) {
        return toStr.call(v);
      }
      out = toStr.call(v);
      if (isOwn) {
        v[toStringTag] = tag;
      } else {
        delete v[toStringTag];
      }
      return out;
    }
    module.exports = nativeClass;
  },
});

// node_modules/@stdlib/utils-native-class/lib/index.js
var require_lib24 = __commonJS({
  'node_modules/@stdlib/utils-native-class/lib/index.js'(exports, module) {
    'use strict';
    var hasToStringTag = require_lib21();
    var builtin = require_main13();
    var polyfill = require_polyfill2();
    var main;
    if (hasToStringTag()) {
      main = polyfill;
    } else {
      main = builtin;
    }
    module.exports = main;
  },
});

// node_modules/@stdlib/assert-is-uint32array/lib/main.js
var require_main16 = __commonJS({
  'node_modules/@stdlib/assert-is-uint32array/lib/main.js'(exports, module) {
    'use strict';
    var nativeClass = require_lib24();
    var hasUint32Array = typeof Uint32Array === 'function';
    function isUint32Array(value) {
      return (
        (hasUint32Array && value instanceof Uint32Array) || // eslint-disable-line stdlib/require-globals
        nativeClass(value) === '[object Uint32Array]'
      );
    }
    module.exports = isUint32Array;
  },
});

// node_modules/@stdlib/assert-is-uint32array/lib/index.js
var require_lib25 = __commonJS({
  'node_modules/@stdlib/assert-is-uint32array/lib/index.js'(exports, module) {
    'use strict';
    var isUint32Array = require_main16();
    module.exports = isUint32Array;
  },
});

// node_modules/@stdlib/constants-uint32-max/lib/index.js
var require_lib26 = __commonJS({
  'node_modules/@stdlib/constants-uint32-max/lib/index.js'(exports, module) {
    'use strict';
    var UINT32_MAX = 4294967295;
    module.exports = UINT32_MAX;
  },
});

// node_modules/@stdlib/assert-has-uint32array-support/lib/uint32array.js
var require_uint32array = __commonJS({
  'node_modules/@stdlib/assert-has-uint32array-support/lib/uint32array.js'(exports, module) {
    'use strict';
    var main = typeof Uint32Array === 'function' ? Uint32Array : null;
    module.exports = main;
  },
});

// node_modules/@stdlib/assert-has-uint32array-support/lib/main.js
var require_main17 = __commonJS({
  'node_modules/@stdlib/assert-has-uint32array-support/lib/main.js'(exports, module) {
    'use strict';
    var isUint32Array = require_lib25();
    var UINT32_MAX = require_lib26();
    var GlobalUint32Array = require_uint32array();
    function hasUint32ArraySupport() {
      var bool;
      var arr;
      if (typeof GlobalUint32Array !== 'function') {
        return false;
      }
      try {
        arr = [1, 3.14, -3.14, UINT32_MAX + 1, UINT32_MAX + 2];
        arr = new GlobalUint32Array(arr);
        bool =
          isUint32Array(arr) &&
          arr[0] === 1 &&
          arr[1] === 3 && // truncation
          arr[2] === UINT32_MAX - 2 && // truncation and wrap around
          arr[3] === 0 && // wrap around
          arr[4] === 1;
      } catch (err) {
        bool = false;
      }
      return bool;
    }
    module.exports = hasUint32ArraySupport;
  },
});

// node_modules/@stdlib/assert-has-uint32array-support/lib/index.js
var require_lib27 = __commonJS({
  'node_modules/@stdlib/assert-has-uint32array-support/lib/index.js'(exports, module) {
    'use strict';
    var hasUint32ArraySupport = require_main17();
    module.exports = hasUint32ArraySupport;
  },
});

// node_modules/@stdlib/array-uint32/lib/main.js
var require_main18 = __commonJS({
  'node_modules/@stdlib/array-uint32/lib/main.js'(exports, module) {
    'use strict';
    var ctor = typeof Uint32Array === 'function' ? Uint32Array : void 0;
    module.exports = ctor;
  },
});

// node_modules/@stdlib/array-uint32/lib/polyfill.js
var require_polyfill3 = __commonJS({
  'node_modules/@stdlib/array-uint32/lib/polyfill.js'(exports, module) {
    'use strict';
    function polyfill() {
      throw new Error('not implemented');
    }
    module.exports = polyfill;
  },
});

// node_modules/@stdlib/array-uint32/lib/index.js
var require_lib28 = __commonJS({
  'node_modules/@stdlib/array-uint32/lib/index.js'(exports, module) {
    'use strict';
    var hasUint32ArraySupport = require_lib27();
    var builtin = require_main18();
    var polyfill = require_polyfill3();
    var ctor;
    if (hasUint32ArraySupport()) {
      ctor = builtin;
    } else {
      ctor = polyfill;
    }
    module.exports = ctor;
  },
});

// node_modules/@stdlib/assert-is-float64array/lib/main.js
var require_main19 = __commonJS({
  'node_modules/@stdlib/assert-is-float64array/lib/main.js'(exports, module) {
    'use strict';
    var nativeClass = require_lib24();
    var hasFloat64Array = typeof Float64Array === 'function';
    function isFloat64Array(value) {
      return (
        (hasFloat64Array && value instanceof Float64Array) || // eslint-disable-line stdlib/require-globals
        nativeClass(value) === '[object Float64Array]'
      );
    }
    module.exports = isFloat64Array;
  },
});

// node_modules/@stdlib/assert-is-float64array/lib/index.js
var require_lib29 = __commonJS({
  'node_modules/@stdlib/assert-is-float64array/lib/index.js'(exports, module) {
    'use strict';
    var isFloat64Array = require_main19();
    module.exports = isFloat64Array;
  },
});

// node_modules/@stdlib/assert-has-float64array-support/lib/float64array.js
var require_float64array = __commonJS({
  'node_modules/@stdlib/assert-has-float64array-support/lib/float64array.js'(exports, module) {
    'use strict';
    var main = typeof Float64Array === 'function' ? Float64Array : null;
    module.exports = main;
  },
});

// node_modules/@stdlib/assert-has-float64array-support/lib/main.js
var require_main20 = __commonJS({
  'node_modules/@stdlib/assert-has-float64array-support/lib/main.js'(exports, module) {
    'use strict';
    var isFloat64Array = require_lib29();
    var GlobalFloat64Array = require_float64array();
    function hasFloat64ArraySupport() {
      var bool;
      var arr;
      if (typeof GlobalFloat64Array !== 'function') {
        return false;
      }
      try {
        arr = new GlobalFloat64Array([1, 3.14, -3.14, NaN]);
        bool =
          isFloat64Array(arr) &&
          arr[0] === 1 &&
          arr[1] === 3.14 &&
          arr[2] === -3.14 &&
          arr[3] !== arr[3];
      } catch (err) {
        bool = false;
      }
      return bool;
    }
    module.exports = hasFloat64ArraySupport;
  },
});

// node_modules/@stdlib/assert-has-float64array-support/lib/index.js
var require_lib30 = __commonJS({
  'node_modules/@stdlib/assert-has-float64array-support/lib/index.js'(exports, module) {
    'use strict';
    var hasFloat64ArraySupport = require_main20();
    module.exports = hasFloat64ArraySupport;
  },
});

// node_modules/@stdlib/array-float64/lib/main.js
var require_main21 = __commonJS({
  'node_modules/@stdlib/array-float64/lib/main.js'(exports, module) {
    'use strict';
    var ctor = typeof Float64Array === 'function' ? Float64Array : void 0;
    module.exports = ctor;
  },
});

// node_modules/@stdlib/array-float64/lib/polyfill.js
var require_polyfill4 = __commonJS({
  'node_modules/@stdlib/array-float64/lib/polyfill.js'(exports, module) {
    'use strict';
    function polyfill() {
      throw new Error('not implemented');
    }
    module.exports = polyfill;
  },
});

// node_modules/@stdlib/array-float64/lib/index.js
var require_lib31 = __commonJS({
  'node_modules/@stdlib/array-float64/lib/index.js'(exports, module) {
    'use strict';
    var hasFloat64ArraySupport = require_lib30();
    var builtin = require_main21();
    var polyfill = require_polyfill4();
    var ctor;
    if (hasFloat64ArraySupport()) {
      ctor = builtin;
    } else {
      ctor = polyfill;
    }
    module.exports = ctor;
  },
});

// node_modules/@stdlib/assert-is-uint8array/lib/main.js
var require_main22 = __commonJS({
  'node_modules/@stdlib/assert-is-uint8array/lib/main.js'(exports, module) {
    'use strict';
    var nativeClass = require_lib24();
    var hasUint8Array = typeof Uint8Array === 'function';
    function isUint8Array(value) {
      return (
        (hasUint8Array && value instanceof Uint8Array) || // eslint-disable-line stdlib/require-globals
        nativeClass(value) === '[object Uint8Array]'
      );
    }
    module.exports = isUint8Array;
  },
});

// node_modules/@stdlib/assert-is-uint8array/lib/index.js
var require_lib32 = __commonJS({
  'node_modules/@stdlib/assert-is-uint8array/lib/index.js'(exports, module) {
    'use strict';
    var isUint8Array = require_main22();
    module.exports = isUint8Array;
  },
});

// node_modules/@stdlib/constants-uint8-max/lib/index.js
var require_lib33 = __commonJS({
  'node_modules/@stdlib/constants-uint8-max/lib/index.js'(exports, module) {
    'use strict';
    var UINT8_MAX = 255 | 0;
    module.exports = UINT8_MAX;
  },
});

// node_modules/@stdlib/assert-has-uint8array-support/lib/uint8array.js
var require_uint8array = __commonJS({
  'node_modules/@stdlib/assert-has-uint8array-support/lib/uint8array.js'(exports, module) {
    'use strict';
    var main = typeof Uint8Array === 'function' ? Uint8Array : null;
    module.exports = main;
  },
});

// node_modules/@stdlib/assert-has-uint8array-support/lib/main.js
var require_main23 = __commonJS({
  'node_modules/@stdlib/assert-has-uint8array-support/lib/main.js'(exports, module) {
    'use strict';
    var isUint8Array = require_lib32();
    var UINT8_MAX = require_lib33();
    var GlobalUint8Array = require_uint8array();
    function hasUint8ArraySupport() {
      var bool;
      var arr;
      if (typeof GlobalUint8Array !== 'function') {
        return false;
      }
      try {
        arr = [1, 3.14, -3.14, UINT8_MAX + 1, UINT8_MAX + 2];
        arr = new GlobalUint8Array(arr);
        bool =
          isUint8Array(arr) &&
          arr[0] === 1 &&
          arr[1] === 3 && // truncation
          arr[2] === UINT8_MAX - 2 && // truncation and wrap around
          arr[3] === 0 && // wrap around
          arr[4] === 1;
      } catch (err) {
        bool = false;
      }
      return bool;
    }
    module.exports = hasUint8ArraySupport;
  },
});

// node_modules/@stdlib/assert-has-uint8array-support/lib/index.js
var require_lib34 = __commonJS({
  'node_modules/@stdlib/assert-has-uint8array-support/lib/index.js'(exports, module) {
    'use strict';
    var hasUint8ArraySupport = require_main23();
    module.exports = hasUint8ArraySupport;
  },
});

// node_modules/@stdlib/array-uint8/lib/main.js
var require_main24 = __commonJS({
  'node_modules/@stdlib/array-uint8/lib/main.js'(exports, module) {
    'use strict';
    var ctor = typeof Uint8Array === 'function' ? Uint8Array : void 0;
    module.exports = ctor;
  },
});

// node_modules/@stdlib/array-uint8/lib/polyfill.js
var require_polyfill5 = __commonJS({
  'node_modules/@stdlib/array-uint8/lib/polyfill.js'(exports, module) {
    'use strict';
    function polyfill() {
      throw new Error('not implemented');
    }
    module.exports = polyfill;
  },
});

// node_modules/@stdlib/array-uint8/lib/index.js
var require_lib35 = __commonJS({
  'node_modules/@stdlib/array-uint8/lib/index.js'(exports, module) {
    'use strict';
    var hasUint8ArraySupport = require_lib34();
    var builtin = require_main24();
    var polyfill = require_polyfill5();
    var ctor;
    if (hasUint8ArraySupport()) {
      ctor = builtin;
    } else {
      ctor = polyfill;
    }
    module.exports = ctor;
  },
});

// node_modules/@stdlib/assert-is-uint16array/lib/main.js
var require_main25 = __commonJS({
  'node_modules/@stdlib/assert-is-uint16array/lib/main.js'(exports, module) {
    'use strict';
    var nativeClass = require_lib24();
    var hasUint16Array = typeof Uint16Array === 'function';
    function isUint16Array(value) {
      return (
        (hasUint16Array && value instanceof Uint16Array) || // eslint-disable-line stdlib/require-globals
        nativeClass(value) === '[object Uint16Array]'
      );
    }
    module.exports = isUint16Array;
  },
});

// node_modules/@stdlib/assert-is-uint16array/lib/index.js
var require_lib36 = __commonJS({
  'node_modules/@stdlib/assert-is-uint16array/lib/index.js'(exports, module) {
    'use strict';
    var isUint16Array = require_main25();
    module.exports = isUint16Array;
  },
});

// node_modules/@stdlib/constants-uint16-max/lib/index.js
var require_lib37 = __commonJS({
  'node_modules/@stdlib/constants-uint16-max/lib/index.js'(exports, module) {
    'use strict';
    var UINT16_MAX = 65535 | 0;
    module.exports = UINT16_MAX;
  },
});

// node_modules/@stdlib/assert-has-uint16array-support/lib/uint16array.js
var require_uint16array = __commonJS({
  'node_modules/@stdlib/assert-has-uint16array-support/lib/uint16array.js'(exports, module) {
    'use strict';
    var main = typeof Uint16Array === 'function' ? Uint16Array : null;
    module.exports = main;
  },
});

// node_modules/@stdlib/assert-has-uint16array-support/lib/main.js
var require_main26 = __commonJS({
  'node_modules/@stdlib/assert-has-uint16array-support/lib/main.js'(exports, module) {
    'use strict';
    var isUint16Array = require_lib36();
    var UINT16_MAX = require_lib37();
    var GlobalUint16Array = require_uint16array();
    function hasUint16ArraySupport() {
      var bool;
      var arr;
      if (typeof GlobalUint16Array !== 'function') {
        return false;
      }
      try {
        arr = [1, 3.14, -3.14, UINT16_MAX + 1, UINT16_MAX + 2];
        arr = new GlobalUint16Array(arr);
        bool =
          isUint16Array(arr) &&
          arr[0] === 1 &&
          arr[1] === 3 && // truncation
          arr[2] === UINT16_MAX - 2 && // truncation and wrap around
          arr[3] === 0 && // wrap around
          arr[4] === 1;
      } catch (err) {
        bool = false;
      }
      return bool;
    }
    module.exports = hasUint16ArraySupport;
  },
});

// node_modules/@stdlib/assert-has-uint16array-support/lib/index.js
var require_lib38 = __commonJS({
  'node_modules/@stdlib/assert-has-uint16array-support/lib/index.js'(exports, module) {
    'use strict';
    var hasUint16ArraySupport = require_main26();
    module.exports = hasUint16ArraySupport;
  },
});

// node_modules/@stdlib/array-uint16/lib/main.js
var require_main27 = __commonJS({
  'node_modules/@stdlib/array-uint16/lib/main.js'(exports, module) {
    'use strict';
    var ctor = typeof Uint16Array === 'function' ? Uint16Array : void 0;
    module.exports = ctor;
  },
});

// node_modules/@stdlib/array-uint16/lib/polyfill.js
var require_polyfill6 = __commonJS({
  'node_modules/@stdlib/array-uint16/lib/polyfill.js'(exports, module) {
    'use strict';
    function polyfill() {
      throw new Error('not implemented');
    }
    module.exports = polyfill;
  },
});

// node_modules/@stdlib/array-uint16/lib/index.js
var require_lib39 = __commonJS({
  'node_modules/@stdlib/array-uint16/lib/index.js'(exports, module) {
    'use strict';
    var hasUint16ArraySupport = require_lib38();
    var builtin = require_main27();
    var polyfill = require_polyfill6();
    var ctor;
    if (hasUint16ArraySupport()) {
      ctor = builtin;
    } else {
      ctor = polyfill;
    }
    module.exports = ctor;
  },
});

// node_modules/@stdlib/assert-is-little-endian/lib/ctors.js
var require_ctors = __commonJS({
  'node_modules/@stdlib/assert-is-little-endian/lib/ctors.js'(exports, module) {
    'use strict';
    var Uint8Array2 = require_lib35();
    var Uint16Array2 = require_lib39();
    var ctors = {
      uint16: Uint16Array2,
      uint8: Uint8Array2,
    };
    module.exports = ctors;
  },
});

// node_modules/@stdlib/assert-is-little-endian/lib/main.js
var require_main28 = __commonJS({
  'node_modules/@stdlib/assert-is-little-endian/lib/main.js'(exports, module) {
    'use strict';
    var ctors = require_ctors();
    var bool;
    function isLittleEndian() {
      var uint16view;
      var uint8view;
      uint16view = new ctors['uint16'](1);
      uint16view[0] = 4660;
      uint8view = new ctors['uint8'](uint16view.buffer);
      return uint8view[0] === 52;
    }
    bool = isLittleEndian();
    module.exports = bool;
  },
});

// node_modules/@stdlib/assert-is-little-endian/lib/index.js
var require_lib40 = __commonJS({
  'node_modules/@stdlib/assert-is-little-endian/lib/index.js'(exports, module) {
    'use strict';
    var IS_LITTLE_ENDIAN = require_main28();
    module.exports = IS_LITTLE_ENDIAN;
  },
});

// node_modules/@stdlib/number-float64-base-to-words/lib/indices.js
var require_indices = __commonJS({
  'node_modules/@stdlib/number-float64-base-to-words/lib/indices.js'(exports, module) {
    'use strict';
    var isLittleEndian = require_lib40();
    var indices;
    var HIGH;
    var LOW;
    if (isLittleEndian === true) {
      HIGH = 1;
      LOW = 0;
    } else {
      HIGH = 0;
      LOW = 1;
    }
    indices = {
      HIGH: HIGH,
      LOW: LOW,
    };
    module.exports = indices;
  },
});

// node_modules/@stdlib/number-float64-base-to-words/lib/assign.js
var require_assign = __commonJS({
  'node_modules/@stdlib/number-float64-base-to-words/lib/assign.js'(exports, module) {
    'use strict';
    var Uint32Array2 = require_lib28();
    var Float64Array2 = require_lib31();
    var indices = require_indices();
    var FLOAT64_VIEW = new Float64Array2(1);
    var UINT32_VIEW = new Uint32Array2(FLOAT64_VIEW.buffer);
    var HIGH = indices.HIGH;
    var LOW = indices.LOW;
    function toWords(x, out, stride, offset) {
      FLOAT64_VIEW[0] = x;
      out[offset] = UINT32_VIEW[HIGH];
      out[offset + stride] = UINT32_VIEW[LOW];
      return out;
    }
    module.exports = toWords;
  },
});

// node_modules/@stdlib/number-float64-base-to-words/lib/main.js
var require_main29 = __commonJS({
  'node_modules/@stdlib/number-float64-base-to-words/lib/main.js'(exports, module) {
    'use strict';
    var fcn = require_assign();
    function toWords(x) {
      return fcn(x, [0 >>> 0, 0 >>> 0], 1, 0);
    }
    module.exports = toWords;
  },
});

// node_modules/@stdlib/number-float64-base-to-words/lib/index.js
var require_lib41 = __commonJS({
  'node_modules/@stdlib/number-float64-base-to-words/lib/index.js'(exports, module) {
    'use strict';
    var setReadOnly = require_lib19();
    var main = require_main29();
    var assign = require_assign();
    setReadOnly(main, 'assign', assign);
    module.exports = main;
  },
});

// node_modules/@stdlib/number-float64-base-get-high-word/lib/high.js
var require_high = __commonJS({
  'node_modules/@stdlib/number-float64-base-get-high-word/lib/high.js'(exports, module) {
    'use strict';
    var isLittleEndian = require_lib40();
    var HIGH;
    if (isLittleEndian === true) {
      HIGH = 1;
    } else {
      HIGH = 0;
    }
    module.exports = HIGH;
  },
});

// node_modules/@stdlib/number-float64-base-get-high-word/lib/main.js
var require_main30 = __commonJS({
  'node_modules/@stdlib/number-float64-base-get-high-word/lib/main.js'(exports, module) {
    'use strict';
    var Uint32Array2 = require_lib28();
    var Float64Array2 = require_lib31();
    var HIGH = require_high();
    var FLOAT64_VIEW = new Float64Array2(1);
    var UINT32_VIEW = new Uint32Array2(FLOAT64_VIEW.buffer);
    function getHighWord(x) {
      FLOAT64_VIEW[0] = x;
      return UINT32_VIEW[HIGH];
    }
    module.exports = getHighWord;
  },
});

// node_modules/@stdlib/number-float64-base-get-high-word/lib/index.js
var require_lib42 = __commonJS({
  'node_modules/@stdlib/number-float64-base-get-high-word/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main30();
    module.exports = main;
  },
});

// node_modules/@stdlib/number-float64-base-from-words/lib/indices.js
var require_indices2 = __commonJS({
  'node_modules/@stdlib/number-float64-base-from-words/lib/indices.js'(exports, module) {
    'use strict';
    var isLittleEndian = require_lib40();
    var indices;
    var HIGH;
    var LOW;
    if (isLittleEndian === true) {
      HIGH = 1;
      LOW = 0;
    } else {
      HIGH = 0;
      LOW = 1;
    }
    indices = {
      HIGH: HIGH,
      LOW: LOW,
    };
    module.exports = indices;
  },
});

// node_modules/@stdlib/number-float64-base-from-words/lib/main.js
var require_main31 = __commonJS({
  'node_modules/@stdlib/number-float64-base-from-words/lib/main.js'(exports, module) {
    'use strict';
    var Uint32Array2 = require_lib28();
    var Float64Array2 = require_lib31();
    var indices = require_indices2();
    var FLOAT64_VIEW = new Float64Array2(1);
    var UINT32_VIEW = new Uint32Array2(FLOAT64_VIEW.buffer);
    var HIGH = indices.HIGH;
    var LOW = indices.LOW;
    function fromWords(high, low) {
      UINT32_VIEW[HIGH] = high;
      UINT32_VIEW[LOW] = low;
      return FLOAT64_VIEW[0];
    }
    module.exports = fromWords;
  },
});

// node_modules/@stdlib/number-float64-base-from-words/lib/index.js
var require_lib43 = __commonJS({
  'node_modules/@stdlib/number-float64-base-from-words/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main31();
    module.exports = main;
  },
});

// node_modules/@stdlib/math-base-special-copysign/lib/main.js
var require_main32 = __commonJS({
  'node_modules/@stdlib/math-base-special-copysign/lib/main.js'(exports, module) {
    'use strict';
    var SIGN_MASK = require_lib13();
    var ABS_MASK = require_lib14();
    var toWords = require_lib41();
    var getHighWord = require_lib42();
    var fromWords = require_lib43();
    var WORDS = [0, 0];
    function copysign(x, y) {
      var hx;
      var hy;
      toWords.assign(x, WORDS, 1, 0);
      hx = WORDS[0];
      hx &= ABS_MASK;
      hy = getHighWord(y);
      hy &= SIGN_MASK;
      hx |= hy;
      return fromWords(hx, WORDS[1]);
    }
    module.exports = copysign;
  },
});

// node_modules/@stdlib/math-base-special-copysign/lib/index.js
var require_lib44 = __commonJS({
  'node_modules/@stdlib/math-base-special-copysign/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main32();
    module.exports = main;
  },
});

// node_modules/@stdlib/constants-float64-smallest-normal/lib/index.js
var require_lib45 = __commonJS({
  'node_modules/@stdlib/constants-float64-smallest-normal/lib/index.js'(exports, module) {
    'use strict';
    var FLOAT64_SMALLEST_NORMAL = 22250738585072014e-324;
    module.exports = FLOAT64_SMALLEST_NORMAL;
  },
});

// node_modules/@stdlib/math-base-special-abs/lib/main.js
var require_main33 = __commonJS({
  'node_modules/@stdlib/math-base-special-abs/lib/main.js'(exports, module) {
    'use strict';
    function abs(x) {
      return Math.abs(x);
    }
    module.exports = abs;
  },
});

// node_modules/@stdlib/math-base-special-abs/lib/index.js
var require_lib46 = __commonJS({
  'node_modules/@stdlib/math-base-special-abs/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main33();
    module.exports = main;
  },
});

// node_modules/@stdlib/number-float64-base-normalize/lib/assign.js
var require_assign2 = __commonJS({
  'node_modules/@stdlib/number-float64-base-normalize/lib/assign.js'(exports, module) {
    'use strict';
    var FLOAT64_SMALLEST_NORMAL = require_lib45();
    var isInfinite = require_lib12();
    var isnan = require_lib();
    var abs = require_lib46();
    var SCALAR = 4503599627370496;
    function normalize(x, out, stride, offset) {
      if (isnan(x) || isInfinite(x)) {
        out[offset] = x;
        out[offset + stride] = 0;
        return out;
      }
      if (x !== 0 && abs(x) < FLOAT64_SMALLEST_NORMAL) {
        out[offset] = x * SCALAR;
        out[offset + stride] = -52;
        return out;
      }
      out[offset] = x;
      out[offset + stride] = 0;
      return out;
    }
    module.exports = normalize;
  },
});

// node_modules/@stdlib/number-float64-base-normalize/lib/main.js
var require_main34 = __commonJS({
  'node_modules/@stdlib/number-float64-base-normalize/lib/main.js'(exports, module) {
    'use strict';
    var fcn = require_assign2();
    function normalize(x) {
      return fcn(x, [0, 0], 1, 0);
    }
    module.exports = normalize;
  },
});

// node_modules/@stdlib/number-float64-base-normalize/lib/index.js
var require_lib47 = __commonJS({
  'node_modules/@stdlib/number-float64-base-normalize/lib/index.js'(exports, module) {
    'use strict';
    var setReadOnly = require_lib19();
    var main = require_main34();
    var assign = require_assign2();
    setReadOnly(main, 'assign', assign);
    module.exports = main;
  },
});

// node_modules/@stdlib/constants-float64-high-word-exponent-mask/lib/index.js
var require_lib48 = __commonJS({
  'node_modules/@stdlib/constants-float64-high-word-exponent-mask/lib/index.js'(exports, module) {
    'use strict';
    var FLOAT64_HIGH_WORD_EXPONENT_MASK = 2146435072;
    module.exports = FLOAT64_HIGH_WORD_EXPONENT_MASK;
  },
});

// node_modules/@stdlib/number-float64-base-exponent/lib/main.js
var require_main35 = __commonJS({
  'node_modules/@stdlib/number-float64-base-exponent/lib/main.js'(exports, module) {
    'use strict';
    var getHighWord = require_lib42();
    var EXP_MASK = require_lib48();
    var BIAS = require_lib8();
    function exponent(x) {
      var high = getHighWord(x);
      high = (high & EXP_MASK) >>> 20;
      return (high - BIAS) | 0;
    }
    module.exports = exponent;
  },
});

// node_modules/@stdlib/number-float64-base-exponent/lib/index.js
var require_lib49 = __commonJS({
  'node_modules/@stdlib/number-float64-base-exponent/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main35();
    module.exports = main;
  },
});

// node_modules/@stdlib/math-base-special-ldexp/lib/main.js
var require_main36 = __commonJS({
  'node_modules/@stdlib/math-base-special-ldexp/lib/main.js'(exports, module) {
    'use strict';
    var PINF = require_lib7();
    var NINF = require_lib6();
    var BIAS = require_lib8();
    var MAX_EXPONENT = require_lib9();
    var MAX_SUBNORMAL_EXPONENT = require_lib10();
    var MIN_SUBNORMAL_EXPONENT = require_lib11();
    var isnan = require_lib();
    var isInfinite = require_lib12();
    var copysign = require_lib44();
    var normalize = require_lib47().assign;
    var floatExp = require_lib49();
    var toWords = require_lib41();
    var fromWords = require_lib43();
    var TWO52_INV = 2220446049250313e-31;
    var CLEAR_EXP_MASK = 2148532223 >>> 0;
    var FRAC = [0, 0];
    var WORDS = [0, 0];
    function ldexp(frac, exp3) {
      var high;
      var m;
      if (
        exp3 === 0 ||
        frac === 0 || // handles +-0
        isnan(frac) ||
        isInfinite(frac)
      ) {
        return frac;
      }
      normalize(frac, FRAC, 1, 0);
      frac = FRAC[0];
      exp3 += FRAC[1];
      exp3 += floatExp(frac);
      if (exp3 < MIN_SUBNORMAL_EXPONENT) {
        return copysign(0, frac);
      }
      if (exp3 > MAX_EXPONENT) {
        if (frac < 0) {
          return NINF;
        }
        return PINF;
      }
      if (exp3 <= MAX_SUBNORMAL_EXPONENT) {
        exp3 += 52;
        m = TWO52_INV;
      } else {
        m = 1;
      }
      toWords.assign(frac, WORDS, 1, 0);
      high = WORDS[0];
      high &= CLEAR_EXP_MASK;
      high |= (exp3 + BIAS) << 20;
      return m * fromWords(high, WORDS[1]);
    }
    module.exports = ldexp;
  },
});

// node_modules/@stdlib/math-base-special-ldexp/lib/index.js
var require_lib50 = __commonJS({
  'node_modules/@stdlib/math-base-special-ldexp/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main36();
    module.exports = main;
  },
});

// node_modules/@stdlib/math-base-special-exp/lib/polyval_p.js
var require_polyval_p = __commonJS({
  'node_modules/@stdlib/math-base-special-exp/lib/polyval_p.js'(exports, module) {
    'use strict';
    function evalpoly(x) {
      if (x === 0) {
        return 0.16666666666666602;
      }
      return (
        0.16666666666666602 +
        x *
          (-0.0027777777777015593 +
            x * (6613756321437934e-20 + x * (-16533902205465252e-22 + x * 41381367970572385e-24)))
      );
    }
    module.exports = evalpoly;
  },
});

// node_modules/@stdlib/math-base-special-exp/lib/expmulti.js
var require_expmulti = __commonJS({
  'node_modules/@stdlib/math-base-special-exp/lib/expmulti.js'(exports, module) {
    'use strict';
    var ldexp = require_lib50();
    var polyvalP = require_polyval_p();
    function expmulti(hi, lo, k) {
      var r;
      var t;
      var c;
      var y;
      r = hi - lo;
      t = r * r;
      c = r - t * polyvalP(t);
      y = 1 - (lo - (r * c) / (2 - c) - hi);
      return ldexp(y, k);
    }
    module.exports = expmulti;
  },
});

// node_modules/@stdlib/math-base-special-exp/lib/main.js
var require_main37 = __commonJS({
  'node_modules/@stdlib/math-base-special-exp/lib/main.js'(exports, module) {
    'use strict';
    var isnan = require_lib();
    var trunc = require_lib4();
    var NINF = require_lib6();
    var PINF = require_lib7();
    var expmulti = require_expmulti();
    var LN2_HI = 0.6931471803691238;
    var LN2_LO = 19082149292705877e-26;
    var LOG2_E = 1.4426950408889634;
    var OVERFLOW = 709.782712893384;
    var UNDERFLOW = -745.1332191019411;
    var NEARZERO = 1 / (1 << 28);
    var NEG_NEARZERO = -NEARZERO;
    function exp3(x) {
      var hi;
      var lo;
      var k;
      if (isnan(x) || x === PINF) {
        return x;
      }
      if (x === NINF) {
        return 0;
      }
      if (x > OVERFLOW) {
        return PINF;
      }
      if (x < UNDERFLOW) {
        return 0;
      }
      if (x > NEG_NEARZERO && x < NEARZERO) {
        return 1 + x;
      }
      if (x < 0) {
        k = trunc(LOG2_E * x - 0.5);
      } else {
        k = trunc(LOG2_E * x + 0.5);
      }
      hi = x - k * LN2_HI;
      lo = k * LN2_LO;
      return expmulti(hi, lo, k);
    }
    module.exports = exp3;
  },
});

// node_modules/@stdlib/math-base-special-exp/lib/index.js
var require_lib51 = __commonJS({
  'node_modules/@stdlib/math-base-special-exp/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main37();
    module.exports = main;
  },
});

// node_modules/@stdlib/constants-float64-high-word-significand-mask/lib/index.js
var require_lib52 = __commonJS({
  'node_modules/@stdlib/constants-float64-high-word-significand-mask/lib/index.js'(
    exports,
    module,
  ) {
    'use strict';
    var FLOAT64_HIGH_WORD_SIGNIFICAND_MASK = 1048575;
    module.exports = FLOAT64_HIGH_WORD_SIGNIFICAND_MASK;
  },
});

// node_modules/@stdlib/number-float64-base-get-low-word/lib/low.js
var require_low = __commonJS({
  'node_modules/@stdlib/number-float64-base-get-low-word/lib/low.js'(exports, module) {
    'use strict';
    var isLittleEndian = require_lib40();
    var LOW;
    if (isLittleEndian === true) {
      LOW = 0;
    } else {
      LOW = 1;
    }
    module.exports = LOW;
  },
});

// node_modules/@stdlib/number-float64-base-get-low-word/lib/main.js
var require_main38 = __commonJS({
  'node_modules/@stdlib/number-float64-base-get-low-word/lib/main.js'(exports, module) {
    'use strict';
    var Uint32Array2 = require_lib28();
    var Float64Array2 = require_lib31();
    var LOW = require_low();
    var FLOAT64_VIEW = new Float64Array2(1);
    var UINT32_VIEW = new Uint32Array2(FLOAT64_VIEW.buffer);
    function getLowWord(x) {
      FLOAT64_VIEW[0] = x;
      return UINT32_VIEW[LOW];
    }
    module.exports = getLowWord;
  },
});

// node_modules/@stdlib/number-float64-base-get-low-word/lib/index.js
var require_lib53 = __commonJS({
  'node_modules/@stdlib/number-float64-base-get-low-word/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main38();
    module.exports = main;
  },
});

// node_modules/@stdlib/array-base-filled/lib/main.js
var require_main39 = __commonJS({
  'node_modules/@stdlib/array-base-filled/lib/main.js'(exports, module) {
    'use strict';
    function filled(value, len) {
      var arr;
      var i;
      arr = [];
      for (i = 0; i < len; i++) {
        arr.push(value);
      }
      return arr;
    }
    module.exports = filled;
  },
});

// node_modules/@stdlib/array-base-filled/lib/index.js
var require_lib54 = __commonJS({
  'node_modules/@stdlib/array-base-filled/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main39();
    module.exports = main;
  },
});

// node_modules/@stdlib/array-base-zeros/lib/main.js
var require_main40 = __commonJS({
  'node_modules/@stdlib/array-base-zeros/lib/main.js'(exports, module) {
    'use strict';
    var filled = require_lib54();
    function zeros(len) {
      return filled(0, len);
    }
    module.exports = zeros;
  },
});

// node_modules/@stdlib/array-base-zeros/lib/index.js
var require_lib55 = __commonJS({
  'node_modules/@stdlib/array-base-zeros/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main40();
    module.exports = main;
  },
});

// node_modules/@stdlib/math-base-special-rempio2/lib/kernel_rempio2.js
var require_kernel_rempio2 = __commonJS({
  'node_modules/@stdlib/math-base-special-rempio2/lib/kernel_rempio2.js'(exports, module) {
    'use strict';
    var floor = require_lib2();
    var ldexp = require_lib50();
    var zeros = require_lib55();
    var IPIO2 = [
      10680707, 7228996, 1387004, 2578385, 16069853, 12639074, 9804092, 4427841, 16666979, 11263675,
      12935607, 2387514, 4345298, 14681673, 3074569, 13734428, 16653803, 1880361, 10960616, 8533493,
      3062596, 8710556, 7349940, 6258241, 3772886, 3769171, 3798172, 8675211, 12450088, 3874808,
      9961438, 366607, 15675153, 9132554, 7151469, 3571407, 2607881, 12013382, 4155038, 6285869,
      7677882, 13102053, 15825725, 473591, 9065106, 15363067, 6271263, 9264392, 5636912, 4652155,
      7056368, 13614112, 10155062, 1944035, 9527646, 15080200, 6658437, 6231200, 6832269, 16767104,
      5075751, 3212806, 1398474, 7579849, 6349435, 12618859,
    ];
    var PIO2 = [
      1.570796251296997,
      // 0x3FF921FB, 0x40000000
      7549789415861596e-23,
      // 0x3E74442D, 0x00000000
      5390302529957765e-30,
      // 0x3CF84698, 0x80000000
      3282003415807913e-37,
      // 0x3B78CC51, 0x60000000
      1270655753080676e-44,
      // 0x39F01B83, 0x80000000
      12293330898111133e-52,
      // 0x387A2520, 0x40000000
      27337005381646456e-60,
      // 0x36E38222, 0x80000000
      21674168387780482e-67,
      // 0x3569F31D, 0x00000000
    ];
    var TWO24 = 16777216;
    var TWON24 = 5960464477539063e-23;
    var F = zeros(20);
    var Q = zeros(20);
    var FQ = zeros(20);
    var IQ = zeros(20);
    function compute(x, y, jz, q, q0, jk, jv, jx, f) {
      var carry;
      var fw;
      var ih;
      var jp;
      var i;
      var k;
      var n;
      var j;
      var z;
      jp = jk;
      z = q[jz];
      j = jz;
      for (i = 0; j > 0; i++) {
        fw = (TWON24 * z) | 0;
        IQ[i] = (z - TWO24 * fw) | 0;
        z = q[j - 1] + fw;
        j -= 1;
      }
      z = ldexp(z, q0);
      z -= 8 * floor(z * 0.125);
      n = z | 0;
      z -= n;
      ih = 0;
      if (q0 > 0) {
        i = IQ[jz - 1] >> (24 - q0);
        n += i;
        IQ[jz - 1] -= i << (24 - q0);
        ih = IQ[jz - 1] >> (23 - q0);
      } else if (q0 === 0) {
        ih = IQ[jz - 1] >> 23;
      } else if (z >= 0.5) {
        ih = 2;
      }
      if (ih > 0) {
        n += 1;
        carry = 0;
        for (i = 0; i < jz; i++) {
          j = IQ[i];
          if (carry === 0) {
            if (j !== 0) {
              carry = 1;
              IQ[i] = 16777216 - j;
            }
          } else {
            IQ[i] = 16777215 - j;
          }
        }
        if (q0 > 0) {
          switch (q0) {
            // eslint-disable-line default-case
            case 1:
              IQ[jz - 1] &= 8388607;
              break;
            case 2:
              IQ[jz - 1] &= 4194303;
              break;
          }
        }
        if (ih === 2) {
          z = 1 - z;
          if (carry !== 0) {
            z -= ldexp(1, q0);
          }
        }
      }
      if (z === 0) {
        j = 0;
        for (i = jz - 1; i >= jk; i--) {
          j |= IQ[i];
        }
        if (j === 0) {
          for (k = 1; IQ[jk - k] === 0; k++) {}
          for (i = jz + 1; i <= jz + k; i++) {
            f[jx + i] = IPIO2[jv + i];
            fw = 0;
            for (j = 0; j <= jx; j++) {
              fw += x[j] * f[jx + (i - j)];
            }
            q[i] = fw;
          }
          jz += k;
          return compute(x, y, jz, q, q0, jk, jv, jx, f);
        }
        jz -= 1;
        q0 -= 24;
        while (IQ[jz] === 0) {
          jz -= 1;
          q0 -= 24;
        }
      } else {
        z = ldexp(z, -q0);
        if (z >= TWO24) {
          fw = (TWON24 * z) | 0;
          IQ[jz] = (z - TWO24 * fw) | 0;
          jz += 1;
          q0 += 24;
          IQ[jz] = fw;
        } else {
          IQ[jz] = z | 0;
        }
      }
      fw = ldexp(1, q0);
      for (i = jz; i >= 0; i--) {
        q[i] = fw * IQ[i];
        fw *= TWON24;
      }
      for (i = jz; i >= 0; i--) {
        fw = 0;
        for (k = 0; k <= jp && k <= jz - i; k++) {
          fw += PIO2[k] * q[i + k];
        }
        FQ[jz - i] = fw;
      }
      fw = 0;
      for (i = jz; i >= 0; i--) {
        fw += FQ[i];
      }
      if (ih === 0) {
        y[0] = fw;
      } else {
        y[0] = -fw;
      }
      fw = FQ[0] - fw;
      for (i = 1; i <= jz; i++) {
        fw += FQ[i];
      }
      if (ih === 0) {
        y[1] = fw;
      } else {
        y[1] = -fw;
      }
      return n & 7;
    }
    function kernelRempio2(x, y, e0, nx) {
      var fw;
      var jk;
      var jv;
      var jx;
      var jz;
      var q0;
      var i;
      var j;
      var m;
      jk = 4;
      jx = nx - 1;
      jv = ((e0 - 3) / 24) | 0;
      if (jv < 0) {
        jv = 0;
      }
      q0 = e0 - 24 * (jv + 1);
      j = jv - jx;
      m = jx + jk;
      for (i = 0; i <= m; i++) {
        if (j < 0) {
          F[i] = 0;
        } else {
          F[i] = IPIO2[j];
        }
        j += 1;
      }
      for (i = 0; i <= jk; i++) {
        fw = 0;
        for (j = 0; j <= jx; j++) {
          fw += x[j] * F[jx + (i - j)];
        }
        Q[i] = fw;
      }
      jz = jk;
      return compute(x, y, jz, Q, q0, jk, jv, jx, F);
    }
    module.exports = kernelRempio2;
  },
});

// node_modules/@stdlib/math-base-special-round/lib/main.js
var require_main41 = __commonJS({
  'node_modules/@stdlib/math-base-special-round/lib/main.js'(exports, module) {
    'use strict';
    var round = Math.round;
    module.exports = round;
  },
});

// node_modules/@stdlib/math-base-special-round/lib/index.js
var require_lib56 = __commonJS({
  'node_modules/@stdlib/math-base-special-round/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main41();
    module.exports = main;
  },
});

// node_modules/@stdlib/math-base-special-rempio2/lib/rempio2_medium.js
var require_rempio2_medium = __commonJS({
  'node_modules/@stdlib/math-base-special-rempio2/lib/rempio2_medium.js'(exports, module) {
    'use strict';
    var round = require_lib56();
    var getHighWord = require_lib42();
    var INVPIO2 = 0.6366197723675814;
    var PIO2_1 = 1.5707963267341256;
    var PIO2_1T = 6077100506506192e-26;
    var PIO2_2 = 6077100506303966e-26;
    var PIO2_2T = 20222662487959506e-37;
    var PIO2_3 = 20222662487111665e-37;
    var PIO2_3T = 84784276603689e-45;
    var EXPONENT_MASK = 2047 | 0;
    function rempio2Medium(x, ix, y) {
      var high;
      var n;
      var t;
      var r;
      var w;
      var i;
      var j;
      n = round(x * INVPIO2);
      r = x - n * PIO2_1;
      w = n * PIO2_1T;
      j = (ix >> 20) | 0;
      y[0] = r - w;
      high = getHighWord(y[0]);
      i = j - ((high >> 20) & EXPONENT_MASK);
      if (i > 16) {
        t = r;
        w = n * PIO2_2;
        r = t - w;
        w = n * PIO2_2T - (t - r - w);
        y[0] = r - w;
        high = getHighWord(y[0]);
        i = j - ((high >> 20) & EXPONENT_MASK);
        if (i > 49) {
          t = r;
          w = n * PIO2_3;
          r = t - w;
          w = n * PIO2_3T - (t - r - w);
          y[0] = r - w;
        }
      }
      y[1] = r - y[0] - w;
      return n;
    }
    module.exports = rempio2Medium;
  },
});

// node_modules/@stdlib/math-base-special-rempio2/lib/main.js
var require_main42 = __commonJS({
  'node_modules/@stdlib/math-base-special-rempio2/lib/main.js'(exports, module) {
    'use strict';
    var ABS_MASK = require_lib14();
    var EXPONENT_MASK = require_lib48();
    var SIGNIFICAND_MASK = require_lib52();
    var getHighWord = require_lib42();
    var getLowWord = require_lib53();
    var fromWords = require_lib43();
    var rempio2Kernel = require_kernel_rempio2();
    var rempio2Medium = require_rempio2_medium();
    var ZERO = 0;
    var TWO24 = 16777216;
    var PIO2_1 = 1.5707963267341256;
    var PIO2_1T = 6077100506506192e-26;
    var TWO_PIO2_1T = 2 * PIO2_1T;
    var THREE_PIO2_1T = 3 * PIO2_1T;
    var FOUR_PIO2_1T = 4 * PIO2_1T;
    var PI_HIGH_WORD_SIGNIFICAND = 598523 | 0;
    var PIO4_HIGH_WORD = 1072243195 | 0;
    var THREE_PIO4_HIGH_WORD = 1073928572 | 0;
    var FIVE_PIO4_HIGH_WORD = 1074752122 | 0;
    var THREE_PIO2_HIGH_WORD = 1074977148 | 0;
    var SEVEN_PIO4_HIGH_WORD = 1075183036 | 0;
    var TWO_PI_HIGH_WORD = 1075388923 | 0;
    var NINE_PIO4_HIGH_WORD = 1075594811 | 0;
    var MEDIUM = 1094263291 | 0;
    var TX = [0, 0, 0];
    var TY = [0, 0];
    function rempio2(x, y) {
      var low;
      var e0;
      var hx;
      var ix;
      var nx;
      var i;
      var n;
      var z;
      hx = getHighWord(x) | 0;
      ix = (hx & ABS_MASK) | 0;
      if (ix <= PIO4_HIGH_WORD) {
        y[0] = x;
        y[1] = 0;
        return 0;
      }
      if (ix <= FIVE_PIO4_HIGH_WORD) {
        if ((ix & SIGNIFICAND_MASK) === PI_HIGH_WORD_SIGNIFICAND) {
          return rempio2Medium(x, ix, y);
        }
        if (ix <= THREE_PIO4_HIGH_WORD) {
          if (hx > 0) {
            z = x - PIO2_1;
            y[0] = z - PIO2_1T;
            y[1] = z - y[0] - PIO2_1T;
            return 1;
          }
          z = x + PIO2_1;
          y[0] = z + PIO2_1T;
          y[1] = z - y[0] + PIO2_1T;
          return -1;
        }
        if (hx > 0) {
          z = x - 2 * PIO2_1;
          y[0] = z - TWO_PIO2_1T;
          y[1] = z - y[0] - TWO_PIO2_1T;
          return 2;
        }
        z = x + 2 * PIO2_1;
        y[0] = z + TWO_PIO2_1T;
        y[1] = z - y[0] + TWO_PIO2_1T;
        return -2;
      }
      if (ix <= NINE_PIO4_HIGH_WORD) {
        if (ix <= SEVEN_PIO4_HIGH_WORD) {
          if (ix === THREE_PIO2_HIGH_WORD) {
            return rempio2Medium(x, ix, y);
          }
          if (hx > 0) {
            z = x - 3 * PIO2_1;
            y[0] = z - THREE_PIO2_1T;
            y[1] = z - y[0] - THREE_PIO2_1T;
            return 3;
          }
          z = x + 3 * PIO2_1;
          y[0] = z + THREE_PIO2_1T;
          y[1] = z - y[0] + THREE_PIO2_1T;
          return -3;
        }
        if (ix === TWO_PI_HIGH_WORD) {
          return rempio2Medium(x, ix, y);
        }
        if (hx > 0) {
          z = x - 4 * PIO2_1;
          y[0] = z - FOUR_PIO2_1T;
          y[1] = z - y[0] - FOUR_PIO2_1T;
          return 4;
        }
        z = x + 4 * PIO2_1;
        y[0] = z + FOUR_PIO2_1T;
        y[1] = z - y[0] + FOUR_PIO2_1T;
        return -4;
      }
      if (ix < MEDIUM) {
        return rempio2Medium(x, ix, y);
      }
      if (ix >= EXPONENT_MASK) {
        y[0] = NaN;
        y[1] = NaN;
        return 0;
      }
      low = getLowWord(x);
      e0 = (ix >> 20) - 1046;
      z = fromWords(ix - ((e0 << 20) | 0), low);
      for (i = 0; i < 2; i++) {
        TX[i] = z | 0;
        z = (z - TX[i]) * TWO24;
      }
      TX[2] = z;
      nx = 3;
      while (TX[nx - 1] === ZERO) {
        nx -= 1;
      }
      n = rempio2Kernel(TX, TY, e0, nx, 1);
      if (hx < 0) {
        y[0] = -TY[0];
        y[1] = -TY[1];
        return -n;
      }
      y[0] = TY[0];
      y[1] = TY[1];
      return n;
    }
    module.exports = rempio2;
  },
});

// node_modules/@stdlib/math-base-special-rempio2/lib/index.js
var require_lib57 = __commonJS({
  'node_modules/@stdlib/math-base-special-rempio2/lib/index.js'(exports, module) {
    'use strict';
    var rempio2 = require_main42();
    module.exports = rempio2;
  },
});

// node_modules/@stdlib/math-base-special-sincos/lib/kernel_sincos.js
var require_kernel_sincos = __commonJS({
  'node_modules/@stdlib/math-base-special-sincos/lib/kernel_sincos.js'(exports, module) {
    'use strict';
    var S1 = -0.16666666666666632;
    var S2 = 0.00833333333332249;
    var S3 = -1984126982985795e-19;
    var S4 = 27557313707070068e-22;
    var S5 = -25050760253406863e-24;
    var S6 = 158969099521155e-24;
    var C1 = 0.0416666666666666;
    var C2 = -0.001388888888887411;
    var C3 = 2480158728947673e-20;
    var C4 = -27557314351390663e-23;
    var C5 = 2087572321298175e-24;
    var C6 = -11359647557788195e-27;
    function kernelSincos(x, y, out, stride, offset) {
      var hz;
      var r;
      var v;
      var w;
      var z;
      z = x * x;
      w = z * z;
      r = S2 + z * (S3 + z * S4) + z * w * (S5 + z * S6);
      v = z * x;
      if (y === 0) {
        out[offset] = x + v * (S1 + z * r);
      } else {
        out[offset] = x - (z * (0.5 * y - v * r) - y - v * S1);
      }
      r = z * (C1 + z * (C2 + z * C3));
      r += w * w * (C4 + z * (C5 + z * C6));
      hz = 0.5 * z;
      w = 1 - hz;
      out[offset + stride] = w + (1 - w - hz + (z * r - x * y));
      return out;
    }
    module.exports = kernelSincos;
  },
});

// node_modules/@stdlib/math-base-special-sincos/lib/assign.js
var require_assign3 = __commonJS({
  'node_modules/@stdlib/math-base-special-sincos/lib/assign.js'(exports, module) {
    'use strict';
    var ABS_MASK = require_lib14();
    var EXPONENT_MASK = require_lib48();
    var getHighWord = require_lib42();
    var rempio2 = require_lib57();
    var kernelSincos = require_kernel_sincos();
    var PIO4_HIGH_WORD = 1072243195 | 0;
    var SMALL_HIGH_WORD = 1044381696 | 0;
    var Y2 = [0, 0];
    function sincos2(x, out, stride, offset) {
      var tmp;
      var ix;
      var n;
      ix = getHighWord(x);
      ix &= ABS_MASK;
      if (ix <= PIO4_HIGH_WORD) {
        if (ix < SMALL_HIGH_WORD) {
          if ((x | 0) === 0) {
            out[offset] = x;
            out[offset + stride] = 0;
          }
        }
        return kernelSincos(x, 0, out, stride, offset);
      }
      if (ix >= EXPONENT_MASK) {
        out[offset] = NaN;
        out[offset + stride] = NaN;
        return out;
      }
      n = rempio2(x, Y2);
      kernelSincos(Y2[0], Y2[1], out, stride, offset);
      switch (n & 3) {
        case 1:
          tmp = out[offset + stride];
          out[offset + stride] = -out[offset];
          out[offset] = tmp;
          return out;
        case 2:
          out[offset] *= -1;
          out[offset + stride] *= -1;
          return out;
        case 3:
          tmp = -out[offset + stride];
          out[offset + stride] = out[offset];
          out[offset] = tmp;
          return out;
        default:
          return out;
      }
    }
    module.exports = sincos2;
  },
});

// node_modules/@stdlib/math-base-special-sincos/lib/main.js
var require_main43 = __commonJS({
  'node_modules/@stdlib/math-base-special-sincos/lib/main.js'(exports, module) {
    'use strict';
    var assign = require_assign3();
    function sincos2(x) {
      return assign(x, [0, 0], 1, 0);
    }
    module.exports = sincos2;
  },
});

// node_modules/@stdlib/math-base-special-sincos/lib/index.js
var require_lib58 = __commonJS({
  'node_modules/@stdlib/math-base-special-sincos/lib/index.js'(exports, module) {
    'use strict';
    var setReadOnly = require_lib19();
    var main = require_main43();
    var assign = require_assign3();
    setReadOnly(main, 'assign', assign);
    module.exports = main;
  },
});

// node_modules/@stdlib/number-float64-base-set-high-word/lib/high.js
var require_high2 = __commonJS({
  'node_modules/@stdlib/number-float64-base-set-high-word/lib/high.js'(exports, module) {
    'use strict';
    var isLittleEndian = require_lib40();
    var HIGH;
    if (isLittleEndian === true) {
      HIGH = 1;
    } else {
      HIGH = 0;
    }
    module.exports = HIGH;
  },
});

// node_modules/@stdlib/number-float64-base-set-high-word/lib/main.js
var require_main44 = __commonJS({
  'node_modules/@stdlib/number-float64-base-set-high-word/lib/main.js'(exports, module) {
    'use strict';
    var Uint32Array2 = require_lib28();
    var Float64Array2 = require_lib31();
    var HIGH = require_high2();
    var FLOAT64_VIEW = new Float64Array2(1);
    var UINT32_VIEW = new Uint32Array2(FLOAT64_VIEW.buffer);
    function setHighWord(x, high) {
      FLOAT64_VIEW[0] = x;
      UINT32_VIEW[HIGH] = high >>> 0;
      return FLOAT64_VIEW[0];
    }
    module.exports = setHighWord;
  },
});

// node_modules/@stdlib/number-float64-base-set-high-word/lib/index.js
var require_lib59 = __commonJS({
  'node_modules/@stdlib/number-float64-base-set-high-word/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main44();
    module.exports = main;
  },
});

// node_modules/@stdlib/math-base-special-ln/lib/polyval_p.js
var require_polyval_p2 = __commonJS({
  'node_modules/@stdlib/math-base-special-ln/lib/polyval_p.js'(exports, module) {
    'use strict';
    function evalpoly(x) {
      if (x === 0) {
        return 0.3999999999940942;
      }
      return 0.3999999999940942 + x * (0.22222198432149784 + x * 0.15313837699209373);
    }
    module.exports = evalpoly;
  },
});

// node_modules/@stdlib/math-base-special-ln/lib/polyval_q.js
var require_polyval_q = __commonJS({
  'node_modules/@stdlib/math-base-special-ln/lib/polyval_q.js'(exports, module) {
    'use strict';
    function evalpoly(x) {
      if (x === 0) {
        return 0.6666666666666735;
      }
      return (
        0.6666666666666735 +
        x * (0.2857142874366239 + x * (0.1818357216161805 + x * 0.14798198605116586))
      );
    }
    module.exports = evalpoly;
  },
});

// node_modules/@stdlib/math-base-special-ln/lib/main.js
var require_main45 = __commonJS({
  'node_modules/@stdlib/math-base-special-ln/lib/main.js'(exports, module) {
    'use strict';
    var getHighWord = require_lib42();
    var setHighWord = require_lib59();
    var isnan = require_lib();
    var BIAS = require_lib8();
    var NINF = require_lib6();
    var polyvalP = require_polyval_p2();
    var polyvalQ = require_polyval_q();
    var LN2_HI = 0.6931471803691238;
    var LN2_LO = 19082149292705877e-26;
    var TWO54 = 18014398509481984;
    var ONE_THIRD = 0.3333333333333333;
    var HIGH_SIGNIFICAND_MASK = 1048575 | 0;
    var HIGH_MAX_NORMAL_EXP = 2146435072 | 0;
    var HIGH_MIN_NORMAL_EXP = 1048576 | 0;
    var HIGH_BIASED_EXP_0 = 1072693248 | 0;
    function ln2(x) {
      var hfsq;
      var hx;
      var t2;
      var t1;
      var k;
      var R;
      var f;
      var i;
      var j;
      var s;
      var w;
      var z;
      if (x === 0) {
        return NINF;
      }
      if (isnan(x) || x < 0) {
        return NaN;
      }
      hx = getHighWord(x);
      k = 0 | 0;
      if (hx < HIGH_MIN_NORMAL_EXP) {
        k -= 54 | 0;
        x *= TWO54;
        hx = getHighWord(x);
      }
      if (hx >= HIGH_MAX_NORMAL_EXP) {
        return x + x;
      }
      k += ((hx >> 20) - BIAS) | 0;
      hx &= HIGH_SIGNIFICAND_MASK;
      i = ((hx + 614244) & 1048576) | 0;
      x = setHighWord(x, hx | (i ^ HIGH_BIASED_EXP_0));
      k += (i >> 20) | 0;
      f = x - 1;
      if ((HIGH_SIGNIFICAND_MASK & (2 + hx)) < 3) {
        if (f === 0) {
          if (k === 0) {
            return 0;
          }
          return k * LN2_HI + k * LN2_LO;
        }
        R = f * f * (0.5 - ONE_THIRD * f);
        if (k === 0) {
          return f - R;
        }
        return k * LN2_HI - (R - k * LN2_LO - f);
      }
      s = f / (2 + f);
      z = s * s;
      i = (hx - 398458) | 0;
      w = z * z;
      j = (440401 - hx) | 0;
      t1 = w * polyvalP(w);
      t2 = z * polyvalQ(w);
      i |= j;
      R = t2 + t1;
      if (i > 0) {
        hfsq = 0.5 * f * f;
        if (k === 0) {
          return f - (hfsq - s * (hfsq + R));
        }
        return k * LN2_HI - (hfsq - (s * (hfsq + R) + k * LN2_LO) - f);
      }
      if (k === 0) {
        return f - s * (f - R);
      }
      return k * LN2_HI - (s * (f - R) - k * LN2_LO - f);
    }
    module.exports = ln2;
  },
});

// node_modules/@stdlib/math-base-special-ln/lib/index.js
var require_lib60 = __commonJS({
  'node_modules/@stdlib/math-base-special-ln/lib/index.js'(exports, module) {
    'use strict';
    var main = require_main45();
    module.exports = main;
  },
});

// tests/speed/cReference.ts
import { spawnSync } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

// src/core/robot/setup.ts
var STARTING_SETUP = {
  body: { ahead: 110, behind: 60, width: 150, toolX: 130, toolY: 0 },
  drive: {
    wheelDiameter: 60,
    wheelRatio: 1,
    track: 120,
    gearRatio: 1,
    encoderStep: Math.PI / 180,
    encoderWraps: false,
  },
  motor: {
    noLoadSpeed: 16,
    nominalVoltage: 8,
    lag: 0.05,
    acceleration: 1200,
    braking: 1800,
    coasting: 500,
  },
  program: {
    loopPeriod: 0.012,
    commandDelay: 4e-3,
    settle: 0.2,
    gyroWait: 3,
    headingGain: 6,
    encoderGain: 6,
  },
  gyro: {
    scale: 1,
    rightPositive: true,
    latency: 0.014,
    step: Math.PI / 1800,
    noise: 9e-4,
    bias: 0,
    biasSpread: 5e-4,
    biasWalk: 5e-5,
  },
  range: {
    x: 100,
    y: 0,
    heading: 0,
    offset: 0,
    noise: 2,
    coneHalfAngle: 0.13,
    latency: 0.03,
    shortest: 40,
    longest: 1500,
    dropoutChance: 2e-3,
  },
  rangeSide: {
    x: 60,
    y: -65,
    heading: -Math.PI / 2,
    offset: 0,
    noise: 2,
    coneHalfAngle: 0.05,
    latency: 0.03,
    shortest: 30,
    longest: 1500,
    dropoutChance: 2e-3,
  },
  light: {
    dark: 0.12,
    light: 0.6,
    noise: 0.01,
    threshold: 0.36,
    firstX: 70,
    firstY: 30,
    secondX: 70,
    secondY: -30,
    spot: 7,
  },
  touch: { behind: false },
  arm: { noLoadSpeed: 12, lowest: -2.1, highest: 2.1 },
  battery: { voltage: 8, voltageSpread: 0.1 },
  placement: { alongSpread: 2, acrossSpread: 2, headingSpread: 8e-3 },
  ground: { slip: 0.12, slipHeading: 6e-4, bumpRate: 2e-4, bumpHeading: 6e-3 },
  contact: { headingSpread: 4e-3, distanceSpread: 0.7 },
};

// src/core/geometry/angle.ts
var FULL_TURN = 2 * Math.PI;
function wrapAngle(angle) {
  const wrapped = angle - FULL_TURN * Math.round(angle / FULL_TURN);
  if (wrapped <= -Math.PI) return wrapped + FULL_TURN;
  if (wrapped > Math.PI) return wrapped - FULL_TURN;
  return wrapped;
}
function headingError(reference, state) {
  return wrapAngle(reference - state);
}
function radians(degrees) {
  return (degrees * Math.PI) / 180;
}

// src/core/route/newMove.ts
var ends = { stop: 'brake', timeLimit: null };
var held = { ...ends, hold: 'gyro', heading: null, gain: null };
var STARTING_MOVES = {
  drive: { kind: 'drive', distance: 300, speed: 300, ...held },
  turn: {
    kind: 'turn',
    target: { kind: 'angle', angle: radians(-90) },
    style: 'spot',
    rate: radians(120),
    stopEarly: null,
    way: { kind: 'stop early' },
    ...ends,
  },
  arc: {
    kind: 'arc',
    radius: 200,
    angle: radians(-90),
    speed: 200,
    backwards: false,
    by: 'gyro',
    ...ends,
  },
  approach: { kind: 'approach', distance: 100, speed: 180, ...held, timeLimit: 6 },
  'until line': {
    kind: 'until line',
    sees: 'dark',
    sensor: 'first',
    backwards: false,
    speed: 150,
    ...held,
    timeLimit: 6,
  },
  'until touch': { kind: 'until touch', speed: 150, ...held, timeLimit: 4 },
  'follow wall': {
    kind: 'follow wall',
    distance: 100,
    speed: 180,
    gain: null,
    until: { kind: 'length', length: 400 },
    ...ends,
  },
  'follow line': {
    kind: 'follow line',
    edge: 'left',
    speed: 120,
    gain: null,
    until: { kind: 'length', length: 300 },
    ...ends,
  },
  'square up': {
    kind: 'square up',
    against: 'border',
    backwards: true,
    speed: 150,
    duration: 1.2,
    heading: null,
    ...ends,
  },
  settle: { kind: 'settle', timeLimit: 3 },
  arm: { kind: 'arm', angle: radians(90), power: 0.5, stallTime: 0.3, ...ends },
  wait: { kind: 'wait', duration: 0.5 },
  checkpoint: { kind: 'checkpoint', name: 'Checkpoint', modelId: '', pause: 0 },
  repeat: { kind: 'repeat', fromId: '', times: 2 },
};
function newMove(kind, id, given = {}) {
  const start = STARTING_MOVES[kind];
  return { ...start, ...given, id };
}

// src/core/geometry/pose.ts
function relativeTo(frame, pose) {
  return { ...toFrame(frame, pose), heading: wrapAngle(pose.heading - frame.heading) };
}
function toFrame(frame, point) {
  const cosine = Math.cos(frame.heading);
  const sine = Math.sin(frame.heading);
  const dx = point.x - frame.x;
  const dy = point.y - frame.y;
  return { x: cosine * dx + sine * dy, y: -sine * dx + cosine * dy };
}

// src/core/control/edgeFollowing.ts
var WANTED_DAMPING = Math.SQRT1_2;
var QUICKEST = 0.35;
var STEEPEST = 0.02;
var SLOWEST = 0.8;
function recommendedEdgeGain(lead, speed, delay) {
  const effective = lead - speed * delay;
  const cap = Math.min(delay > 0 ? QUICKEST / delay : Infinity, STEEPEST * speed);
  const frequency = effective > 0 ? (2 * WANTED_DAMPING * speed) / effective : SLOWEST;
  return Math.min(frequency, cap) ** 2 / speed;
}
function wallDelay(setup) {
  const { loopPeriod, commandDelay } = setup.program;
  return setup.rangeSide.latency + loopPeriod / 2 + commandDelay + setup.motor.lag;
}
function lineDelay(setup) {
  return setup.program.loopPeriod / 2 + setup.program.commandDelay + setup.motor.lag;
}
function edgeSlope({ light }) {
  return (light.light - light.dark) / (2 * light.spot);
}

// src/core/control/headingHold.ts
var NO_OVERSHOOT = 1 / Math.E;
var STABILITY_LIMIT = Math.PI / 2;
function holdDelay(setup, hold) {
  const { loopPeriod, commandDelay } = setup.program;
  const sensor = hold === 'gyro' ? setup.gyro.latency : 0;
  return sensor + loopPeriod / 2 + commandDelay + setup.motor.lag;
}
function recommendedHoldGain(setup, hold) {
  return NO_OVERSHOOT / holdDelay(setup, hold);
}

// src/core/drivebase/driveBase.ts
function wheelTravelOfTurn(drive2, angle, style) {
  switch (style) {
    case 'spot':
      return { left: (-angle * drive2.track) / 2, right: (angle * drive2.track) / 2 };
    case 'pivot-left':
      return { left: 0, right: angle * drive2.track };
    case 'pivot-right':
      return { left: -angle * drive2.track, right: 0 };
  }
}
function wheelSpeedOfTurn(drive2, rate, style) {
  return (Math.abs(rate) * drive2.track) / (style === 'spot' ? 2 : 1);
}
function motorPerMillimetre(drive2) {
  return (2 * drive2.gearRatio) / drive2.wheelDiameter;
}
function distanceOfMotor(drive2, motor) {
  return motor / motorPerMillimetre(drive2);
}
function wheelDiameters(drive2) {
  const left = (2 * drive2.wheelDiameter) / (1 + drive2.wheelRatio);
  return { left, right: left * drive2.wheelRatio };
}

// src/core/drivebase/motor.ts
function topSpeed(drive2, motor, voltage) {
  const shaft = (motor.noLoadSpeed * voltage) / motor.nominalVoltage;
  return shaft / motorPerMillimetre(drive2);
}
function powerOfSpeed(drive2, motor, speed, voltage) {
  return Math.max(-1, Math.min(1, speed / topSpeed(drive2, motor, voltage)));
}
function runOnDistance(speed, delay, deceleration2) {
  return speed * delay + (speed * speed) / (2 * deceleration2);
}

// src/core/drivebase/brakedMove.ts
var import_math_base_special_exp = __toESM(require_lib51(), 1);
var REACHED = 0.97;
function brakedMove(length, speed, motor, delay, deceleration2 = motor.braking) {
  const restsAfter = (time) =>
    travelAfter(time, speed, motor) + speedAfter(time, speed, motor) ** 2 / (2 * deceleration2);
  let early = 0;
  let late = length / speed + speed / motor.acceleration + 5 * motor.lag;
  for (let i = 0; i < 60; i++) {
    const middle = (early + late) / 2;
    if (restsAfter(middle) < length) early = middle;
    else late = middle;
  }
  const brakeSpeed = speedAfter(late, speed, motor);
  return {
    stopAfter: travelAfter(Math.max(0, late - delay), speed, motor),
    brakeSpeed,
    duration: late + brakeSpeed / deceleration2,
    reachesSpeed: brakeSpeed >= REACHED * speed,
  };
}
function limitedTime(speed, motor) {
  return Math.max(0, speed / motor.acceleration - motor.lag);
}
function speedAfter(time, speed, motor) {
  const limited = limitedTime(speed, motor);
  if (time <= limited) return motor.acceleration * time;
  const missing = speed - motor.acceleration * limited;
  return speed - missing * (0, import_math_base_special_exp.default)(-(time - limited) / motor.lag);
}
function travelAfter(time, speed, motor) {
  const limited = limitedTime(speed, motor);
  if (time <= limited) return (motor.acceleration * time * time) / 2;
  const missing = speed - motor.acceleration * limited;
  const rest = time - limited;
  return (
    (motor.acceleration * limited * limited) / 2 +
    speed * rest -
    missing * motor.lag * (1 - (0, import_math_base_special_exp.default)(-rest / motor.lag))
  );
}

// src/core/route/moves.ts
var MOST_STEPS = 500;
function stepsOf(moves) {
  const steps = [];
  const begins = [];
  const rounds = /* @__PURE__ */ new Map();
  const append = (move, position) => {
    const round = (rounds.get(move.id) ?? 0) + 1;
    rounds.set(move.id, round);
    steps.push({ move, position, round });
  };
  moves.forEach((move, position) => {
    begins.push(steps.length);
    if (move.kind !== 'repeat') {
      append(move, position);
      return;
    }
    const from = moves.findIndex(({ id }) => id === move.fromId);
    if (from === -1 || from >= position) return;
    const again = steps.slice(begins[from]);
    for (let round = 1; round < move.times && steps.length < MOST_STEPS; round++) {
      for (const step of again) append(step.move, step.position);
    }
  });
  return steps;
}

// src/core/route/turnModel.ts
function turnDelay(setup) {
  return setup.gyro.latency + setup.program.loopPeriod / 2 + setup.program.commandDelay;
}
function driveDelay(setup) {
  return setup.program.loopPeriod / 2 + setup.program.commandDelay;
}
function approachDelay(setup) {
  return setup.range.latency + setup.program.loopPeriod / 2 + setup.program.commandDelay;
}
function deceleration(setup, stop) {
  return stop === 'coast' ? setup.motor.coasting : setup.motor.braking;
}

// src/core/route/instructions.ts
var SENSOR_TIME_LIMIT = 8;
var QUARTER_TURN = Math.PI / 2;
function instructionsOf(moves, setup) {
  let heading = 0;
  const first = /* @__PURE__ */ new Map();
  return stepsOf(moves).map(({ move }) => {
    const instruction = first.get(move) ?? instructionOf(move, setup, heading);
    first.set(move, instruction);
    heading = headingAfter(move, heading);
    return instruction;
  });
}
function headingAfter(move, heading) {
  switch (move.kind) {
    case 'turn':
      return heading + turnOf(move, heading);
    case 'arc':
      return heading + move.angle;
    case 'square up':
      return heading + headingError(knownHeading(move, heading), heading);
    case 'settle':
      return 0;
    case 'drive':
    case 'approach':
    case 'until line':
    case 'until touch':
      return move.hold === 'gyro' && move.heading !== null
        ? heading + headingError(move.heading, heading)
        : heading;
    default:
      return heading;
  }
}
function turnOf({ target }, heading) {
  return target.kind === 'heading' ? headingError(target.heading, heading) : target.angle;
}
function knownHeading(move, heading) {
  return move.heading ?? QUARTER_TURN * Math.round(heading / QUARTER_TURN);
}
function instructionOf(move, setup, heading) {
  switch (move.kind) {
    case 'drive': {
      const speed = reachableSpeed(move.speed, setup);
      const length = Math.abs(move.distance);
      return {
        ...straight(
          move,
          Math.sign(move.distance) * speed,
          setup,
          heldSteering(move, setup, heading),
        ),
        ...lengthNumbers(length, speed, move, setup),
      };
    }
    case 'approach': {
      const speed = reachableSpeed(move.speed, setup);
      const runOn = runOnDistance(speed, approachDelay(setup), deceleration(setup, move.stop));
      const way = Math.cos(setup.range.heading) < 0 ? -1 : 1;
      return {
        ...straight(move, way * speed, setup, heldSteering(move, setup, heading)),
        // Offset is reading minus distance, so the reading to wait for grows with it.
        until: { kind: 'range', reading: move.distance + runOn + setup.range.offset },
        runOn,
      };
    }
    case 'until line': {
      const speed = reachableSpeed(move.speed, setup);
      return {
        ...straight(
          move,
          (move.backwards ? -1 : 1) * speed,
          setup,
          heldSteering(move, setup, heading),
        ),
        until: lightUntil(move.sensor, move.sees, setup),
      };
    }
    case 'until touch':
      return {
        ...straight(
          move,
          (setup.touch.behind ? -1 : 1) * reachableSpeed(move.speed, setup),
          setup,
          heldSteering(move, setup, heading),
        ),
        until: { kind: 'touch' },
      };
    case 'follow wall':
      return followWall(move, setup);
    case 'follow line':
      return followLine(move, setup);
    case 'square up':
      return squareUp(move, setup, heading);
    case 'turn':
      return turnInstruction(move, setup, heading);
    case 'arc':
      return arcInstruction(move, setup);
    case 'arm':
      return armInstruction(move, setup);
    case 'settle':
      return { kind: 'zero', moveId: move.id, timeLimit: move.timeLimit };
    case 'wait':
      return {
        kind: 'wait',
        moveId: move.id,
        duration: move.duration,
        timeLimit: move.duration,
      };
    case 'checkpoint':
      return { kind: 'wait', moveId: move.id, duration: move.pause, timeLimit: move.pause };
  }
}
function straight(move, speed, setup, steering2) {
  const fast = Math.abs(speed);
  const timeLimit = move.timeLimit ?? SENSOR_TIME_LIMIT;
  return {
    kind: 'straight',
    moveId: move.id,
    power: power(speed, setup),
    steering: steering2,
    until: { kind: 'time', duration: timeLimit },
    runOn: runOnDistance(fast, driveDelay(setup), deceleration(setup, move.stop)),
    speed: fast,
    reachesSpeed: true,
    headingAfter: null,
    stop: move.stop,
    rest: restAfter(fast, move.stop, setup),
    timeLimit,
  };
}
function lengthNumbers(length, speed, move, setup) {
  const slowing = deceleration(setup, move.stop);
  const braked = brakedMove(length, speed, setup.motor, driveDelay(setup), slowing);
  const until = { kind: 'travel', travel: braked.stopAfter };
  return {
    until,
    runOn: length - braked.stopAfter,
    reachesSpeed: braked.reachesSpeed,
    timeLimit: move.timeLimit ?? 2 * braked.duration + 2,
  };
}
function followWall(move, setup) {
  const speed = reachableSpeed(move.speed, setup);
  const { x, heading, offset } = setup.rangeSide;
  const gain = move.gain ?? recommendedEdgeGain(x, speed, wallDelay(setup));
  const base = straight(move, speed, setup, {
    hold: 'wall',
    gain: gain * powerPerRate(setup),
    reading: move.distance + offset,
    // Too far from a wall on the right asks for a turn to the right.
    side: Math.sin(heading) < 0 ? -1 : 1,
  });
  switch (move.until.kind) {
    case 'length':
      return { ...base, ...lengthNumbers(move.until.length, speed, move, setup) };
    case 'range': {
      const runOn = runOnDistance(speed, approachDelay(setup), deceleration(setup, move.stop));
      const reading = move.until.distance + runOn + setup.range.offset;
      return { ...base, until: { kind: 'range', reading }, runOn };
    }
    case 'line':
      return { ...base, until: lightUntil('first', move.until.sees, setup) };
  }
}
function followLine(move, setup) {
  const speed = reachableSpeed(move.speed, setup);
  const gain = move.gain ?? recommendedEdgeGain(setup.light.firstX, speed, lineDelay(setup));
  const base = straight(move, speed, setup, {
    hold: 'line',
    gain: (gain / edgeSlope(setup)) * powerPerRate(setup),
    threshold: setup.light.threshold,
    // On the left edge, light means too far to the left.
    side: move.edge === 'left' ? -1 : 1,
  });
  if (move.until.kind === 'length') {
    return { ...base, ...lengthNumbers(move.until.length, speed, move, setup) };
  }
  const { count } = move.until;
  const { threshold } = setup.light;
  return { ...base, until: { kind: 'crossings', sensor: 'second', count, threshold } };
}
function squareUp(move, setup, heading) {
  const speed = (move.backwards ? -1 : 1) * reachableSpeed(move.speed, setup);
  const known = heading + headingError(knownHeading(move, heading), heading);
  const headingAfter2 = setup.gyro.scale * known;
  if (move.against === 'border') {
    return {
      ...straight(move, speed, setup, { hold: 'none' }),
      until: { kind: 'time', duration: move.duration },
      headingAfter: headingAfter2,
      timeLimit: move.timeLimit ?? move.duration + 1,
    };
  }
  return {
    kind: 'align',
    moveId: move.id,
    power: power(speed, setup),
    threshold: setup.light.threshold,
    headingAfter: headingAfter2,
    stop: move.stop,
    rest: restAfter(Math.abs(speed), move.stop, setup),
    timeLimit: move.timeLimit ?? SENSOR_TIME_LIMIT,
  };
}
function turnInstruction(move, setup, heading) {
  const turn = turnOf(move, heading);
  const size = Math.abs(turn);
  const perTurn = wheelSpeedOfTurn(setup.drive, 1, move.style);
  const wheelSpeed = reachableSpeed(wheelSpeedOfTurn(setup.drive, move.rate, move.style), setup);
  const slowEnd = move.way.kind === 'slow end' && move.way.lastAngle < size ? move.way : null;
  const endSpeed = slowEnd === null ? wheelSpeed : Math.min(wheelSpeed, slowEnd.lastRate * perTurn);
  const slowing = deceleration(setup, move.stop);
  const braked = brakedMove(size * perTurn, wheelSpeed, setup.motor, turnDelay(setup), slowing);
  const expected =
    slowEnd === null
      ? size - braked.stopAfter / perTurn
      : runOnDistance(endSpeed, turnDelay(setup), slowing) / perTurn;
  const runOn = move.stopEarly ?? expected;
  const scale = setup.gyro.scale;
  const stopEarly = move.way.kind === 'controller' ? 0 : scale * Math.min(size, runOn);
  const moving = wheelTravelOfTurn(setup.drive, 1, move.style);
  const extra = slowEnd === null ? 0 : (slowEnd.lastAngle * perTurn) / endSpeed;
  return {
    kind: 'turn',
    moveId: move.id,
    power: power(wheelSpeed, setup),
    leftMoves: moving.left === 0 ? 0 : 1,
    rightMoves: moving.right === 0 ? 0 : 1,
    target:
      move.target.kind === 'heading'
        ? { kind: 'heading', reported: scale * (heading + turn) }
        : { kind: 'angle', reported: scale * turn },
    stopEarly,
    triggerHeading: scale * (heading + turn) - Math.sign(turn) * stopEarly,
    turn,
    rate: wheelSpeed / perTurn,
    lastRate: endSpeed / perTurn,
    control: turnControl(move, setup, slowEnd === null ? null : endSpeed),
    reachesSpeed: braked.reachesSpeed,
    stop: move.stop,
    rest: restAfter(endSpeed, move.stop, setup),
    timeLimit: move.timeLimit ?? 2 * (braked.duration + extra) + 2,
  };
}
function turnControl({ way, style }, setup, lastSpeed) {
  switch (way.kind) {
    case 'stop early':
      return way;
    case 'slow end':
      return lastSpeed === null
        ? { kind: 'stop early' }
        : {
            kind: 'slow end',
            lastAngle: setup.gyro.scale * way.lastAngle,
            lastPower: power(lastSpeed, setup),
          };
    case 'controller': {
      const perRate =
        wheelSpeedOfTurn(setup.drive, 1, style) /
        topSpeed(setup.drive, setup.motor, setup.battery.voltage);
      const p = way.p ?? recommendedHoldGain(setup, 'gyro');
      return { kind: 'controller', p: p * perRate, i: way.i * perRate, d: way.d * perRate };
    }
  }
}
function arcInstruction(move, setup) {
  const { track } = setup.drive;
  const way = move.backwards ? -1 : 1;
  const outer = 1 + track / 2 / move.radius;
  const speed = reachableSpeed(move.speed * outer, setup) / outer;
  const rate = (speed / move.radius) * Math.sign(move.angle);
  const size = Math.abs(move.angle);
  const delay = move.by === 'gyro' ? turnDelay(setup) : driveDelay(setup);
  const slowing = deceleration(setup, move.stop);
  const runOn = Math.min(size, Math.abs(rate) * (delay + speed / slowing));
  const scale = move.by === 'gyro' ? setup.gyro.scale : 1;
  const length = size * move.radius;
  return {
    kind: 'arc',
    moveId: move.id,
    leftPower: power(way * speed - (rate * track) / 2, setup),
    rightPower: power(way * speed + (rate * track) / 2, setup),
    by: move.by,
    stopAfter: scale * (size - runOn),
    turn: move.angle,
    runOn,
    speed,
    reachesSpeed: brakedMove(length, speed, setup.motor, delay, slowing).reachesSpeed,
    stop: move.stop,
    rest: restAfter(speed * outer, move.stop, setup),
    timeLimit: move.timeLimit ?? 2 * (length / speed + 1) + 2,
  };
}
function armInstruction(move, setup) {
  const speed =
    (move.power * setup.arm.noLoadSpeed * setup.battery.voltage) / setup.motor.nominalVoltage;
  return {
    kind: 'arm',
    moveId: move.id,
    power: Math.sign(move.angle) * move.power,
    angle: move.angle,
    runOn: Math.min(Math.abs(move.angle), speed * driveDelay(setup)),
    stallTime: move.stallTime,
    stop: move.stop,
    rest: setup.program.settle,
    timeLimit: move.timeLimit ?? (2 * Math.abs(move.angle)) / Math.max(speed, 0.1) + 2,
  };
}
function heldSteering(move, setup, heading) {
  switch (move.hold) {
    case 'none':
      return { hold: 'none' };
    case 'encoders':
      return {
        hold: 'encoders',
        gain: (move.gain ?? setup.program.encoderGain) * powerPerRate(setup),
      };
    case 'gyro':
      return {
        hold: 'gyro',
        gain: (move.gain ?? setup.program.headingGain) * powerPerRate(setup),
        heading:
          move.heading === null
            ? null
            : setup.gyro.scale * (heading + headingError(move.heading, heading)),
      };
  }
}
function lightUntil(sensor, sees, setup) {
  return { kind: 'light', sensor, below: sees === 'dark', threshold: setup.light.threshold };
}
function powerPerRate(setup) {
  return setup.drive.track / 2 / topSpeed(setup.drive, setup.motor, setup.battery.voltage);
}
function restAfter(wheelSpeed, stop, setup) {
  return setup.program.settle + (stop === 'coast' ? wheelSpeed / setup.motor.coasting : 0);
}
function power(wheelSpeed, setup) {
  return powerOfSpeed(setup.drive, setup.motor, wheelSpeed, setup.battery.voltage);
}
function reachableSpeed(wheelSpeed, setup) {
  return Math.min(wheelSpeed, topSpeed(setup.drive, setup.motor, setup.battery.voltage));
}

// src/core/simulation/plant.ts
var import_math_base_special_exp2 = __toESM(require_lib51(), 1);

// src/core/geometry/direction.ts
var import_math_base_special_sincos = __toESM(require_lib58(), 1);
function direction(angle, into) {
  import_math_base_special_sincos.default.assign(angle, into, 1, 0);
}

// src/core/geometry/ray.ts
var ray = new Float64Array(2);
function packSegments(segments) {
  const packed = new Float64Array(segments.length * 4);
  segments.forEach(({ from, to }, i) => packed.set([from.x, from.y, to.x, to.y], i * 4));
  return packed;
}
function nearestInCone(obstacles, x, y, towards, halfAngle) {
  direction(towards - halfAngle, ray);
  const lowX = ray[1];
  const lowY = ray[0];
  direction(towards + halfAngle, ray);
  const highX = ray[1];
  const highY = ray[0];
  let nearest = Infinity;
  for (let i = 0; i < obstacles.length; i += 4) {
    const ax = obstacles[i] - x;
    const ay = obstacles[i + 1] - y;
    const bx = obstacles[i + 2] - x;
    const by = obstacles[i + 3] - y;
    nearest = Math.min(nearest, alongRay(lowX, lowY, ax, ay, bx, by));
    if (halfAngle === 0) continue;
    nearest = Math.min(nearest, alongRay(highX, highY, ax, ay, bx, by));
    if (between(lowX, lowY, highX, highY, ax, ay))
      nearest = Math.min(nearest, Math.sqrt(ax * ax + ay * ay));
    if (between(lowX, lowY, highX, highY, bx, by))
      nearest = Math.min(nearest, Math.sqrt(bx * bx + by * by));
    const ex = bx - ax;
    const ey = by - ay;
    const lengthSquared = ex * ex + ey * ey;
    const share = lengthSquared > 0 ? -(ax * ex + ay * ey) / lengthSquared : -1;
    if (share > 0 && share < 1) {
      const fx = ax + share * ex;
      const fy = ay + share * ey;
      if (between(lowX, lowY, highX, highY, fx, fy))
        nearest = Math.min(nearest, Math.sqrt(fx * fx + fy * fy));
    }
  }
  return nearest;
}
function alongRay(dx, dy, ax, ay, bx, by) {
  const ex = bx - ax;
  const ey = by - ay;
  const determinant = dx * ey - dy * ex;
  if (Math.abs(determinant) < 1e-12) return Infinity;
  const distance = (ax * ey - ay * ex) / determinant;
  const share = (ax * dy - ay * dx) / determinant;
  return distance >= 0 && share >= 0 && share <= 1 ? distance : Infinity;
}
function between(lowX, lowY, highX, highY, px, py) {
  return lowX * py - lowY * px >= 0 && highX * py - highY * px <= 0;
}

// src/core/drivebase/encoder.ts
var FULL_TURN2 = 2 * Math.PI;
function encoderReading(position, step, wraps) {
  const rounded = step > 0 ? step * Math.round(position / step) : position;
  return wraps ? rounded - FULL_TURN2 * Math.floor(rounded / FULL_TURN2) : rounded;
}

// src/core/simulation/contact.ts
var SWEEPS = 4;
var Contact = class {
  constructor(solid, body, track) {
    this.solid = solid;
    this.body = body;
    const { ahead, behind, width } = body;
    const half = width / 2;
    this.corners = new Float64Array([ahead, half, ahead, -half, -behind, -half, -behind, half]);
    this.reach = Math.hypot(Math.max(ahead, behind), half);
    this.gyration = (track / 2) ** 2;
  }
  solid;
  body;
  /** Correction of the last call: x, y in mm and heading in rad. */
  correction = new Float64Array(3);
  /** How many points touched in the last call, in all, and at the front and the back. */
  touching = 0;
  touchingFront = 0;
  touchingBack = 0;
  /** Distance that the robot can drive before anything can be in reach, mm. */
  free = 0;
  corners;
  reach;
  /** Square of the radius of gyration, mm². */
  gyration;
  /** Forgets how far away things are, because the robot was put down elsewhere. */
  reset() {
    this.free = 0;
    this.touching = 0;
    this.touchingFront = 0;
    this.touchingBack = 0;
  }
  /** Whether something may be in reach after driving `travel` mm more and turning by `turn` rad. */
  mayTouch(travel, turn) {
    this.free -= (travel < 0 ? -travel : travel) + this.reach * (turn < 0 ? -turn : turn);
    if (this.free > 0) return false;
    this.touching = 0;
    this.touchingFront = 0;
    this.touchingBack = 0;
    return this.solid.length > 0;
  }
  /**
   * Finds the correction for a robot at (x, y) whose heading has this sine and cosine.
   * Returns whether there is one.
   */
  resolve(x, y, sine, cosine) {
    const { correction } = this;
    correction.fill(0);
    const clearance = this.clearance(x, y);
    if (clearance > 0) {
      this.free = clearance;
      return false;
    }
    this.free = 0;
    for (let sweep = 0; sweep < SWEEPS; sweep++) {
      const turn = correction[2];
      const c = cosine - turn * sine;
      const s = sine + turn * cosine;
      if (!this.sweep(x + correction[0], y + correction[1], s, c)) break;
    }
    if (this.touching > 0) return true;
    this.free = this.separation(x, y, sine, cosine);
    return false;
  }
  clearance(x, y) {
    const { solid } = this;
    let nearest = Infinity;
    for (let i = 0; i < solid.length; i += 4) {
      const ax = solid[i];
      const ay = solid[i + 1];
      const dx = solid[i + 2] - ax;
      const dy = solid[i + 3] - ay;
      const length = dx * dx + dy * dy;
      let share = length > 0 ? ((x - ax) * dx + (y - ay) * dy) / length : 0;
      share = share < 0 ? 0 : share > 1 ? 1 : share;
      const ox = x - ax - share * dx;
      const oy = y - ay - share * dy;
      const squared = ox * ox + oy * oy;
      if (squared < nearest) nearest = squared;
    }
    return Math.sqrt(nearest) - this.reach;
  }
  /** Distance between the outline and the nearest edge when they do not touch, mm. */
  separation(x, y, s, c) {
    const { solid, corners, body } = this;
    let nearest = Infinity;
    for (let i = 0; i < solid.length; i += 4) {
      const ax = solid[i] - x;
      const ay = solid[i + 1] - y;
      const dx = solid[i + 2] - solid[i];
      const dy = solid[i + 3] - solid[i + 1];
      const length = dx * dx + dy * dy;
      for (let k = 0; k < 8; k += 2) {
        const rx = c * corners[k] - s * corners[k + 1] - ax;
        const ry = s * corners[k] + c * corners[k + 1] - ay;
        let share = length > 0 ? (rx * dx + ry * dy) / length : 0;
        share = share < 0 ? 0 : share > 1 ? 1 : share;
        const ox = rx - share * dx;
        const oy = ry - share * dy;
        const squared = ox * ox + oy * oy;
        if (squared < nearest) nearest = squared;
      }
      for (let end = 0; end < 2; end++) {
        const ex = ax + end * dx;
        const ey = ay + end * dy;
        const px = c * ex + s * ey;
        const py = -s * ex + c * ey;
        const ox = px > body.ahead ? px - body.ahead : px < -body.behind ? -body.behind - px : 0;
        const half = body.width / 2;
        const oy = py > half ? py - half : py < -half ? -half - py : 0;
        const squared = ox * ox + oy * oy;
        if (squared < nearest) nearest = squared;
      }
    }
    return Math.sqrt(nearest);
  }
  sweep(x, y, s, c) {
    const { solid, corners, body } = this;
    const before = this.touching;
    let touching = 0;
    let front = 0;
    let back = 0;
    for (let i = 0; i < solid.length; i += 4) {
      const ax = solid[i] - x;
      const ay = solid[i + 1] - y;
      const bx = solid[i + 2] - x;
      const by = solid[i + 3] - y;
      const dx = bx - ax;
      const dy = by - ay;
      const length = Math.sqrt(dx * dx + dy * dy);
      if (length === 0) continue;
      let nx = -dy / length;
      let ny = dx / length;
      let away = -(ax * nx + ay * ny);
      if (away < 0) {
        nx = -nx;
        ny = -ny;
        away = -away;
      }
      if (away > this.reach) continue;
      for (let k = 0; k < 8; k += 2) {
        const rx = c * corners[k] - s * corners[k + 1];
        const ry = s * corners[k] + c * corners[k + 1];
        const height = away + rx * nx + ry * ny;
        if (height >= 0) continue;
        const share = away / (away - height);
        const along = ((rx * share - ax) * dx + (ry * share - ay) * dy) / (length * length);
        if (along < 0 || along > 1) continue;
        this.push(rx, ry, nx, ny, -height);
        touching++;
        if (corners[k] > 0) front++;
        else back++;
      }
      for (let end = 0; end < 2; end++) {
        const ex = end === 0 ? ax : bx;
        const ey = end === 0 ? ay : by;
        const px = c * ex + s * ey;
        const py = -s * ex + c * ey;
        const half = body.width / 2;
        const toFront = body.ahead - px;
        const toBack = body.behind + px;
        const toLeft = half - py;
        const toRight = half + py;
        const depth = Math.min(toFront, toBack, toLeft, toRight);
        if (depth <= 0) continue;
        if (depth === toFront) {
          this.push(ex, ey, -c, -s, depth);
          front++;
        } else if (depth === toBack) {
          this.push(ex, ey, c, s, depth);
          back++;
        } else if (depth === toLeft) this.push(ex, ey, s, -c, depth);
        else this.push(ex, ey, -s, c, depth);
        touching++;
      }
    }
    if (touching > before) {
      this.touching = touching;
      this.touchingFront = front;
      this.touchingBack = back;
    }
    return touching > 0;
  }
  push(rx, ry, nx, ny, depth) {
    const lever = rx * ny - ry * nx;
    const strength = depth / (1 + (lever * lever) / this.gyration);
    this.correction[0] += strength * nx;
    this.correction[1] += strength * ny;
    this.correction[2] += (strength * lever) / this.gyration;
  }
};

// src/core/simulation/settings.ts
var LONGEST_STEP = 0.012;
var HISTORY_LENGTH = 512;
var DISTURBANCE_INTERVAL = 0.03;
var TRACE_INTERVAL = 0.02;
var SAMPLES_PER_MOVE = 8;
var STEERING_LIMIT = 0.3;
var TURN_TOLERANCE = 9e-3;
var TURN_END_RATE = 0.1;
var STILL_RATE = 0.01;
var STILL_TIME = 0.1;

// src/core/simulation/history.ts
var PAST_X = 0;
var PAST_Y = 1;
var PAST_HEADING = 2;
var PAST_GYRO = 3;
var History = class {
  times = new Float64Array(HISTORY_LENGTH);
  quantities = [
    new Float64Array(HISTORY_LENGTH),
    new Float64Array(HISTORY_LENGTH),
    new Float64Array(HISTORY_LENGTH),
    new Float64Array(HISTORY_LENGTH),
  ];
  newest = 0;
  /** Forgets everything: nothing older than the next moment is known. */
  clear() {
    this.times.fill(0);
  }
  remember(time, x, y, heading, gyro) {
    const slot = (this.newest + 1) & (HISTORY_LENGTH - 1);
    this.newest = slot;
    this.times[slot] = time;
    this.quantities[PAST_X][slot] = x;
    this.quantities[PAST_Y][slot] = y;
    this.quantities[PAST_HEADING][slot] = heading;
    this.quantities[PAST_GYRO][slot] = gyro;
  }
  /** Adds to a quantity in all that is remembered, as when the gyro is reset. */
  shift(quantity, change) {
    const values = this.quantities[quantity];
    for (let i = 0; i < HISTORY_LENGTH; i++) values[i] += change;
  }
  /** A quantity at an earlier time, s; the oldest that is known when it is older than that. */
  at(quantity, time) {
    const { times } = this;
    const values = this.quantities[quantity];
    let later = this.newest;
    for (let i = 0; i < HISTORY_LENGTH - 1; i++) {
      const earlier = (later - 1) & (HISTORY_LENGTH - 1);
      const from = times[earlier];
      const to = times[later];
      if (from > to || (from === 0 && to === 0)) break;
      if (from <= time) {
        const share = to > from ? (time >= to ? 1 : (time - from) / (to - from)) : 1;
        return values[earlier] + share * (values[later] - values[earlier]);
      }
      later = earlier;
    }
    return values[later];
  }
};

// src/core/geometry/polygon.ts
function edgesOf(corners) {
  return corners.map((from, i) => ({ from, to: corners[(i + 1) % corners.length] }));
}
function rectangle(x, y, width, height) {
  return [
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
  ];
}

// src/core/field/field.ts
function visibleEdges(field) {
  return edgesWhere(field, ({ seen }) => seen);
}
function solidEdges(field) {
  return edgesWhere(field, () => true);
}
function edgesWhere(field, holds) {
  return [
    ...(field.border ? edgesOf(rectangle(0, 0, field.width, field.height)) : []),
    ...field.models.filter(holds).flatMap((model) => edgesOf(model.outline)),
    ...field.walls.filter(holds).flatMap((wall) => piecesOf(wall.points)),
  ];
}
function piecesOf(points) {
  return points.slice(1).map((to, i) => ({ from: points[i], to }));
}

// src/core/simulation/world.ts
var LINE_NUMBERS = 6;
function worldOf(field) {
  const lines = field.lines.flatMap((line) =>
    piecesOf(line.points).flatMap(({ from, to }) => [
      from.x,
      from.y,
      to.x,
      to.y,
      line.width / 2,
      line.reflectance,
    ]),
  );
  return {
    seen: packSegments(visibleEdges(field)),
    solid: packSegments(solidEdges(field)),
    lines: new Float64Array(lines),
  };
}
function reflectanceAt(lines, x, y, spot) {
  let light = 1;
  for (let i = 0; i < lines.length; i += LINE_NUMBERS) {
    const half = lines[i + 4];
    const reach = half + spot;
    const ax = lines[i];
    const ay = lines[i + 1];
    const dx = lines[i + 2] - ax;
    const dy = lines[i + 3] - ay;
    const length = dx * dx + dy * dy;
    const along = length > 0 ? ((x - ax) * dx + (y - ay) * dy) / length : 0;
    const share = along < 0 ? 0 : along > 1 ? 1 : along;
    const ox = x - ax - share * dx;
    const oy = y - ay - share * dy;
    const squared = ox * ox + oy * oy;
    if (squared >= reach * reach) continue;
    const away = Math.sqrt(squared);
    const right = away + spot < half ? away + spot : half;
    const left = away - spot > -half ? away - spot : -half;
    const covered = (right - left) / (2 * spot);
    const reflected = 1 - covered * (1 - lines[i + 5]);
    if (reflected < light) light = reflected;
  }
  return light;
}

// src/core/simulation/plant.ts
var PENDING_COMMANDS = 16;
var TIME = 0;
var X = 1;
var Y = 2;
var HEADING = 3;
var LEFT_SPEED = 4;
var RIGHT_SPEED = 5;
var LEFT_MOTOR = 6;
var RIGHT_MOTOR = 7;
var GYRO_ANGLE = 8;
var GYRO_BIAS = 9;
var VOLTAGE = 10;
var LEFT_TARGET = 11;
var RIGHT_TARGET = 12;
var UNDISTURBED = 13;
var UNDISTURBED_SINCE = 14;
var ARM = 15;
var ARM_SPEED = 16;
var ROLLED = 17;
var STATE_SIZE = 18;
var SAME_STEP = 1e-12;
var POWER = 0;
var BRAKE = 1;
var COAST = 2;
var RATE_TIME = 0.01;
var SMALL_TURN = 0.02;
var Plant = class {
  /**
   * @param truth the robot as it really is
   * @param world what it can see and run into
   */
  constructor(truth, world) {
    this.truth = truth;
    this.world = world;
    this.contact = new Contact(world.solid, truth.body, truth.drive.track);
    const wheels = wheelDiameters(truth.drive);
    this.leftDiameter = wheels.left;
    this.rightDiameter = wheels.right;
  }
  truth;
  world;
  tape = null;
  /** Readings of range sensors that were missing in this run. */
  dropouts = 0;
  /** Whether the robot ran into something since this was set to false. */
  touched = false;
  state = new Float64Array(STATE_SIZE);
  /** Sine and cosine that were asked for last. */
  turned = new Float64Array(2);
  randomness = null;
  /** mm/s² with which wheels that were stopped slow down; 0 while they are driven. */
  stopping = 0;
  /** The two steps that were integrated last, s, and the share of the motors' lag in each. */
  lagSteps = new Float64Array(2);
  lagShares = new Float64Array(2);
  lagNewest = 0;
  contact;
  history = new History();
  leftDiameter;
  rightDiameter;
  pendingTime = new Float64Array(PENDING_COMMANDS);
  pendingLeft = new Float64Array(PENDING_COMMANDS);
  pendingRight = new Float64Array(PENDING_COMMANDS);
  pendingKind = new Uint8Array(PENDING_COMMANDS);
  pendingFirst = 0;
  pendingCount = 0;
  /**
   * Puts the robot down at rest for a new run and resets its gyro and its clock.
   *
   * @param randomness the run's streams, or null for a noise-free robot: no spread, no noise, no
   *   rounding, the mean of everything
   */
  putDown(start, randomness) {
    const { state } = this;
    state.fill(0);
    state[X] = start.x;
    state[Y] = start.y;
    state[HEADING] = start.heading;
    state[VOLTAGE] = this.truth.battery.voltage;
    state[GYRO_BIAS] = this.truth.gyro.bias;
    this.randomness = randomness;
    this.stopping = this.truth.motor.braking;
    this.pendingCount = 0;
    this.dropouts = 0;
    this.contact.reset();
    this.history.clear();
    if (randomness !== null) this.drawRunConditions(randomness, start);
    this.remember();
    return this;
  }
  /** s since the robot was put down. */
  get time() {
    return this.state[TIME];
  }
  /** True pose, mm and rad; the heading counts over whole turns. */
  get x() {
    return this.state[X];
  }
  get y() {
    return this.state[Y];
  }
  get heading() {
    return this.state[HEADING];
  }
  /** Distance that the wheels rolled since the robot was put down, whichever way, mm. */
  get rolled() {
    return this.state[ROLLED];
  }
  /** The battery voltage of this run, V. */
  get batteryVoltage() {
    return this.state[VOLTAGE];
  }
  /** What differs from run to run: the put-down by hand, the battery, the gyro's drift. */
  drawRunConditions(randomness, start) {
    const { state } = this;
    const { placement, battery, gyro } = this.truth;
    const along = placement.alongSpread * randomness.placement();
    const left = placement.acrossSpread * randomness.placement();
    direction(start.heading, this.turned);
    const [sine, cosine] = this.turned;
    state[X] += along * cosine - left * sine;
    state[Y] += along * sine + left * cosine;
    state[HEADING] += placement.headingSpread * randomness.placement();
    state[VOLTAGE] += battery.voltageSpread * randomness.power();
    state[GYRO_BIAS] += gyro.biasSpread * randomness.gyro();
  }
  /** Sets both motor powers, shares of full power; they take hold after the command delay. */
  setPower(left, right) {
    this.schedule(this.time + this.truth.program.commandDelay, left, right, POWER);
  }
  /** Stops both motors, `later` seconds from now plus the command delay. */
  halt(stop, later = 0) {
    const kind = stop === 'coast' ? COAST : BRAKE;
    this.schedule(this.time + later + this.truth.program.commandDelay, 0, 0, kind);
  }
  schedule(time, left, right, kind) {
    const slot = (this.pendingFirst + this.pendingCount) % PENDING_COMMANDS;
    if (this.pendingCount === PENDING_COMMANDS) throw new RangeError('Too many commands at once.');
    this.pendingTime[slot] = time;
    this.pendingLeft[slot] = left;
    this.pendingRight[slot] = right;
    this.pendingKind[slot] = kind;
    this.pendingCount++;
  }
  /** Lets the robot move on until `time`, s. */
  advanceTo(time) {
    const { state } = this;
    while (state[TIME] < time) {
      const now = state[TIME];
      let next = time;
      if (this.pendingCount > 0) next = Math.min(next, this.pendingTime[this.pendingFirst]);
      if (this.tape !== null) next = Math.min(next, this.tape.nextTime);
      next = Math.max(now, next);
      const gap = next - now;
      if (gap > LONGEST_STEP && !this.atRest()) next = now + gap / Math.ceil(gap / LONGEST_STEP);
      if (time - next < 1e-9) next = time;
      if (next > now) this.move(next - now);
      state[TIME] = next;
      this.applyDueCommands(next);
      this.remember();
      if (this.tape !== null && this.tape.nextTime <= next) this.tape.record(this);
    }
  }
  atRest() {
    const { state } = this;
    return (
      this.stopping > 0 &&
      state[LEFT_SPEED] === 0 &&
      state[RIGHT_SPEED] === 0 &&
      state[ARM_SPEED] === 0
    );
  }
  applyDueCommands(now) {
    while (this.pendingCount > 0 && this.pendingTime[this.pendingFirst] <= now) {
      const slot = this.pendingFirst;
      const { noLoadSpeed, nominalVoltage, braking, coasting } = this.truth.motor;
      const kind = this.pendingKind[slot];
      this.stopping = kind === POWER ? 0 : kind === BRAKE ? braking : coasting;
      const full =
        (0.5 * noLoadSpeed * this.state[VOLTAGE]) / nominalVoltage / this.truth.drive.gearRatio;
      this.state[LEFT_TARGET] = clampPower(this.pendingLeft[slot]) * full * this.leftDiameter;
      this.state[RIGHT_TARGET] = clampPower(this.pendingRight[slot]) * full * this.rightDiameter;
      this.pendingFirst = (slot + 1) % PENDING_COMMANDS;
      this.pendingCount--;
    }
  }
  /** One step of motors, wheels and pose: the wheels' travel, then an exact arc. */
  move(step) {
    const { state } = this;
    const share = this.stopping > 0 ? 0 : this.lagShare(step);
    const left = this.turnWheel(LEFT_SPEED, LEFT_TARGET, step, share);
    const right = this.turnWheel(RIGHT_SPEED, RIGHT_TARGET, step, share);
    state[GYRO_ANGLE] += state[GYRO_BIAS] * step;
    if (state[ARM_SPEED] !== 0) this.turnArm(step);
    if (left === 0 && right === 0) return;
    const { track, gearRatio } = this.truth.drive;
    state[LEFT_MOTOR] += (2 * gearRatio * left) / this.leftDiameter;
    state[RIGHT_MOTOR] += (2 * gearRatio * right) / this.rightDiameter;
    const distance = (left + right) / 2;
    const turn = (right - left) / track;
    const half = turn / 2;
    let chord = distance * (1 - (half * half) / 6);
    if (half > SMALL_TURN || half < -SMALL_TURN) {
      direction(half, this.turned);
      chord = (distance * this.turned[0]) / half;
    }
    direction(state[HEADING] + half, this.turned);
    state[X] += chord * this.turned[1];
    state[Y] += chord * this.turned[0];
    state[HEADING] += turn;
    state[GYRO_ANGLE] += this.truth.gyro.scale * turn;
    const rolled = (Math.abs(left) + Math.abs(right)) / 2;
    state[UNDISTURBED] += rolled;
    state[ROLLED] += rolled;
    if (this.contact.mayTouch(distance, turn)) this.keepOut();
  }
  /** Moves the robot out of what it ran into. The wheels slip, so the motors do not notice. */
  keepOut() {
    const { state, contact } = this;
    direction(state[HEADING], this.turned);
    if (!contact.resolve(state[X], state[Y], this.turned[0], this.turned[1])) return;
    this.touched = true;
    state[X] += contact.correction[0];
    state[Y] += contact.correction[1];
    state[HEADING] += contact.correction[2];
    state[GYRO_ANGLE] += this.truth.gyro.scale * contact.correction[2];
  }
  /**
   * What pressing flat leaves to chance: the last bit of heading and distance, which depends on dust,
   * tyres and the border itself. Nothing happens to a robot that does not stand flat.
   */
  restAgainst() {
    const { state, contact, randomness, truth } = this;
    if (randomness === null || contact.touching < 2) return;
    direction(state[HEADING], this.turned);
    const way = contact.touchingFront >= 2 ? -1 : 1;
    const gap = Math.abs(truth.contact.distanceSpread * randomness.contact());
    const turn = truth.contact.headingSpread * randomness.contact();
    const off = way * (gap + (truth.body.width / 2) * Math.abs(turn));
    state[X] += off * this.turned[1];
    state[Y] += off * this.turned[0];
    state[HEADING] += turn;
    state[GYRO_ANGLE] += truth.gyro.scale * turn;
  }
  /**
   * 1 − e^(−step/lag), kept for the two steps that alternate within a loop period. Steps that differ
   * by no more than the rounding of the clock count as one.
   */
  lagShare(step) {
    const { lagSteps, lagShares } = this;
    if (Math.abs(step - lagSteps[0]) < SAME_STEP) return lagShares[0];
    if (Math.abs(step - lagSteps[1]) < SAME_STEP) return lagShares[1];
    const slot = 1 - this.lagNewest;
    this.lagNewest = slot;
    lagSteps[slot] = step;
    return (lagShares[slot] =
      1 - (0, import_math_base_special_exp2.default)(-step / this.truth.motor.lag));
  }
  /** Brings one wheel to its next speed and returns the distance it rolled, mm. */
  turnWheel(speedAt, targetAt, step, share) {
    const before = this.state[speedAt];
    if (this.stopping > 0) {
      if (before === 0) return 0;
      const change2 = this.stopping * step;
      if (Math.abs(before) <= change2) {
        this.state[speedAt] = 0;
        return (before * Math.abs(before)) / (2 * this.stopping);
      }
      const after2 = before > 0 ? before - change2 : before + change2;
      this.state[speedAt] = after2;
      return ((before + after2) / 2) * step;
    }
    const { acceleration, lag } = this.truth.motor;
    const missing = this.state[targetAt] - before;
    const size = missing < 0 ? -missing : missing;
    const limitedFor = size / acceleration - lag;
    if (limitedFor <= 0) {
      const change2 = missing * share;
      this.state[speedAt] = before + change2;
      return this.state[targetAt] * step - change2 * lag;
    }
    const limit = missing < 0 ? -acceleration : acceleration;
    if (limitedFor >= step) {
      this.state[speedAt] = before + limit * step;
      return (before + (limit * step) / 2) * step;
    }
    const after = before + limit * limitedFor;
    const rest = step - limitedFor;
    const change =
      (this.state[targetAt] - after) *
      (1 - (0, import_math_base_special_exp2.default)(-rest / lag));
    this.state[speedAt] = after + change;
    return (
      (before + (limit * limitedFor) / 2) * limitedFor + this.state[targetAt] * rest - change * lag
    );
  }
  /**
   * Adds what ground and drift did since the last call: slip and bumps by the distance driven, the
   * walk of the gyro's drift by the time passed. Called once a tick, and does its work once in a few
   * of them, so that the numbers drawn do not depend on the step of integration.
   *
   * @param all do it now, because a move has ended
   */
  disturb(all = false) {
    const { randomness, truth, state } = this;
    if (randomness === null) return;
    const elapsed = state[TIME] - state[UNDISTURBED_SINCE];
    if (elapsed < DISTURBANCE_INTERVAL && !all) return;
    const driven = state[UNDISTURBED];
    state[UNDISTURBED_SINCE] = state[TIME];
    state[UNDISTURBED] = 0;
    if (elapsed > 0) {
      state[GYRO_BIAS] += truth.gyro.biasWalk * Math.sqrt(elapsed) * randomness.gyro();
    }
    if (driven <= 0) return;
    const root = Math.sqrt(driven);
    const slip = truth.ground.slip * root * randomness.ground();
    let kick = truth.ground.slipHeading * root * randomness.ground();
    if (randomness.bump() < truth.ground.bumpRate * driven) {
      kick += truth.ground.bumpHeading * randomness.ground();
    }
    direction(state[HEADING], this.turned);
    state[X] += slip * this.turned[1];
    state[Y] += slip * this.turned[0];
    state[HEADING] += kick;
    state[GYRO_ANGLE] += truth.gyro.scale * kick;
  }
  /** Motor positions as the program reads them, rad. */
  readLeftMotor() {
    return this.readMotor(this.state[LEFT_MOTOR]);
  }
  readRightMotor() {
    return this.readMotor(this.state[RIGHT_MOTOR]);
  }
  readMotor(position) {
    return this.randomness === null
      ? position
      : encoderReading(position, this.truth.drive.encoderStep, false);
  }
  /** Heading since the reset as the gyro reports it now: late, noisy, rounded; rad, not wrapped. */
  readHeading() {
    const delayed = this.history.at(PAST_GYRO, this.time - this.truth.gyro.latency);
    if (this.randomness === null) return delayed;
    const noisy = delayed + this.truth.gyro.noise * this.randomness.gyroNoise();
    const { step } = this.truth.gyro;
    return step > 0 ? step * Math.round(noisy / step) : noisy;
  }
  /** Turning rate as the gyro reports it now, rad/s: late, and with the noise of two readings. */
  readRate() {
    const { latency, noise, scale } = this.truth.gyro;
    const when = this.time - latency;
    const turned = this.history.at(PAST_GYRO, when) - this.history.at(PAST_GYRO, when - RATE_TIME);
    const random = this.randomness === null ? 0 : this.randomness.gyroNoise();
    return turned / RATE_TIME + scale * noise * random;
  }
  /** Sets the heading that the gyro reports to 0, as a program's reset does. */
  resetGyro() {
    this.history.shift(PAST_GYRO, -this.state[GYRO_ANGLE]);
    this.state[GYRO_ANGLE] = 0;
  }
  /** What the gyro has summed up since its reset, rad, before latency, noise and rounding. */
  get gyroAngle() {
    return this.state[GYRO_ANGLE];
  }
  /** The gyro's drift at this moment, rad/s. */
  get gyroDrift() {
    return this.state[GYRO_BIAS];
  }
  /** The drift that the gyro has from now on, rad/s, as learnt at a power-on. */
  setGyroDrift(drift) {
    this.state[GYRO_BIAS] = drift;
  }
  /** Lets the robot roll with both wheels at a speed, mm/s, as if it had been driving. */
  roll(speed) {
    this.stopping = 0;
    const { state } = this;
    state[LEFT_SPEED] = state[RIGHT_SPEED] = speed;
    state[LEFT_TARGET] = state[RIGHT_TARGET] = speed;
  }
  /** Half the difference of the wheels' speeds over their mean, without sign. */
  get steering() {
    const left = this.state[LEFT_SPEED];
    const right = this.state[RIGHT_SPEED];
    const sum = Math.abs(left + right);
    return sum > 1 ? Math.abs(right - left) / sum : 0;
  }
  /** Turns the robot by hand on its spot, rad; the wheels do not notice. */
  turnByHand(angle) {
    this.state[HEADING] += angle;
    this.state[GYRO_ANGLE] += this.truth.gyro.scale * angle;
    this.remember();
  }
  /** What the range sensor reports now, mm; Infinity when it sees nothing or drops out. */
  readRange() {
    return this.readRangeSensor(this.truth.range);
  }
  /** The same for the sensor at the side. */
  readSideRange() {
    return this.readRangeSensor(this.truth.rangeSide);
  }
  readRangeSensor(sensor) {
    const when = this.time - sensor.latency;
    const heading = this.history.at(PAST_HEADING, when);
    direction(heading, this.turned);
    const sine = this.turned[0];
    const cosine = this.turned[1];
    const distance = nearestInCone(
      this.world.seen,
      this.history.at(PAST_X, when) + cosine * sensor.x - sine * sensor.y,
      this.history.at(PAST_Y, when) + sine * sensor.x + cosine * sensor.y,
      heading + sensor.heading,
      sensor.coneHalfAngle,
    );
    if (this.randomness !== null && this.randomness.rangeDropout() < sensor.dropoutChance) {
      this.dropouts++;
      return Infinity;
    }
    if (distance > sensor.longest) return Infinity;
    const noise = this.randomness === null ? 0 : sensor.noise * this.randomness.range();
    return Math.max(sensor.shortest, distance) + sensor.offset + noise;
  }
  /** Reflected light under a light sensor, a share of 1. */
  readLight(place) {
    const { light } = this.truth;
    const x = place === 'first' ? light.firstX : light.secondX;
    const y = place === 'first' ? light.firstY : light.secondY;
    direction(this.state[HEADING], this.turned);
    const sine = this.turned[0];
    const cosine = this.turned[1];
    const reflected = reflectanceAt(
      this.world.lines,
      this.state[X] + cosine * x - sine * y,
      this.state[Y] + sine * x + cosine * y,
      light.spot,
    );
    const noise = this.randomness === null ? 0 : light.noise * this.randomness.light();
    return light.dark + (light.light - light.dark) * reflected + noise;
  }
  /** Whether the bumper is pressed. */
  readTouch() {
    const { contact } = this;
    return (this.truth.touch.behind ? contact.touchingBack : contact.touchingFront) > 0;
  }
  /** Position of the attachment motor, rad. */
  readArm() {
    return this.state[ARM];
  }
  /** Sets the power of the attachment motor, a share of full power; 0 holds it where it is. */
  setArmPower(power2) {
    const full =
      (this.truth.arm.noLoadSpeed * this.state[VOLTAGE]) / this.truth.motor.nominalVoltage;
    this.state[ARM_SPEED] = clampPower(power2) * full;
  }
  turnArm(step) {
    const { lowest, highest } = this.truth.arm;
    const to = this.state[ARM] + this.state[ARM_SPEED] * step;
    this.state[ARM] = to < lowest ? lowest : to > highest ? highest : to;
  }
  /**
   * Changes something of the robot's state a little, to learn what becomes of it: the way by which
   * the error budget finds how an error grows.
   */
  nudge(what, amount) {
    const { state } = this;
    direction(state[HEADING], this.turned);
    switch (what) {
      case 'along':
        state[X] += amount * this.turned[1];
        state[Y] += amount * this.turned[0];
        break;
      case 'left':
        state[X] -= amount * this.turned[0];
        state[Y] += amount * this.turned[1];
        break;
      case 'heading':
        state[HEADING] += amount;
        state[GYRO_ANGLE] += this.truth.gyro.scale * amount;
        break;
      case 'gyro':
        state[GYRO_ANGLE] += amount;
        break;
      case 'drift':
        state[GYRO_BIAS] += amount;
        break;
      case 'voltage':
        state[VOLTAGE] += amount;
        break;
      case 'wheels':
        state[LEFT_MOTOR] -= amount / 2;
        state[RIGHT_MOTOR] += amount / 2;
        break;
    }
    this.contact.reset();
    this.remember();
  }
  remember() {
    const { state } = this;
    this.history.remember(state[TIME], state[X], state[Y], state[HEADING], state[GYRO_ANGLE]);
  }
};
function clampPower(power2) {
  return power2 > 1 ? 1 : power2 < -1 ? -1 : power2;
}

// src/core/simulation/controllers.ts
var NOTHING_TO_TURN = 2e-3;
function controllerOf(plant, instruction, believed, memory) {
  switch (instruction.kind) {
    case 'straight':
      return straightController(plant, instruction, believed, memory);
    case 'turn':
      return turnController(plant, instruction, believed, memory);
    case 'arc':
      return arcController(plant, instruction, believed);
    case 'align':
      return alignController(plant, instruction);
    case 'arm':
      return armController(plant, instruction);
  }
}
function straightController(plant, instruction, believed, memory) {
  return {
    remaining: remainingUntil(plant, instruction.until, believed),
    steer: steering(plant, instruction.power, instruction.steering, believed, memory),
  };
}
function remainingUntil(plant, until, believed) {
  switch (until.kind) {
    case 'travel': {
      const left = plant.readLeftMotor();
      const right = plant.readRightMotor();
      return () => {
        const motor = (plant.readLeftMotor() - left + plant.readRightMotor() - right) / 2;
        return until.travel - Math.abs(distanceOfMotor(believed.drive, motor));
      };
    }
    case 'range':
      return () => plant.readRange() - until.reading;
    case 'light': {
      const sign = until.below ? 1 : -1;
      return () => sign * (plant.readLight(until.sensor) - until.threshold);
    }
    case 'crossings': {
      const hysteresis = (believed.light.light - believed.light.dark) / 8;
      let count = 0;
      let dark = plant.readLight(until.sensor) < until.threshold;
      return () => {
        const reading = plant.readLight(until.sensor);
        const above = reading - until.threshold + hysteresis;
        const crosses = !dark && above < 0;
        if (crosses) {
          dark = true;
          count++;
        } else if (dark && reading > until.threshold + hysteresis) dark = false;
        const left = until.count - count;
        if (left === 0 && crosses) return above;
        return left === 1 && !dark ? Math.max(1e-9, above) : left;
      };
    }
    case 'touch':
      return () => (plant.readTouch() ? 0 : 1);
    case 'time': {
      const end = plant.time + until.duration;
      return () => end - plant.time;
    }
  }
}
function steering(plant, power2, how, believed, memory) {
  switch (how.hold) {
    case 'none':
      return () => plant.setPower(power2, power2);
    case 'encoders': {
      const left = plant.readLeftMotor();
      const right = plant.readRightMotor();
      return () => {
        const lead = plant.readRightMotor() - right - (plant.readLeftMotor() - left);
        const turned = distanceOfMotor(believed.drive, lead) / believed.drive.track;
        steerBy(plant, power2, -how.gain * turned);
      };
    }
    case 'gyro': {
      const read = () => plant.readHeading() + memory.headingOffset;
      const kept = how.heading ?? read();
      return () => steerBy(plant, power2, how.gain * wrapAngle(kept - read()));
    }
    case 'wall':
      return () => {
        const reading = plant.readSideRange();
        const error = Number.isFinite(reading) ? reading - how.reading : 0;
        steerBy(plant, power2, how.side * how.gain * error);
      };
    case 'line':
      return () =>
        steerBy(plant, power2, how.side * how.gain * (plant.readLight('first') - how.threshold));
  }
}
function steerBy(plant, power2, correction) {
  const limited = Math.max(-STEERING_LIMIT, Math.min(STEERING_LIMIT, correction));
  plant.setPower(power2 - limited, power2 + limited);
}
function turnController(plant, instruction, believed, memory) {
  const start = plant.readHeading();
  const turn =
    instruction.target.kind === 'angle'
      ? instruction.target.reported
      : wrapAngle(instruction.target.reported - start - memory.headingOffset);
  if (Math.abs(turn) < NOTHING_TO_TURN) return { remaining: () => 0, steer: () => {} };
  const { control, leftMoves, rightMoves, power: power2 } = instruction;
  const turnBy = (share) => plant.setPower(-leftMoves * share, rightMoves * share);
  const direction2 = Math.sign(turn);
  const trigger = Math.abs(turn) - instruction.stopEarly;
  const early = () => trigger - direction2 * (plant.readHeading() - start);
  switch (control.kind) {
    case 'stop early':
      return { remaining: early, steer: () => turnBy(direction2 * power2) };
    case 'slow end': {
      const slowFrom = Math.abs(turn) - control.lastAngle;
      return {
        remaining: early,
        steer: () => {
          const slow = direction2 * (plant.readHeading() - start) >= slowFrom;
          turnBy(direction2 * (slow ? control.lastPower : power2));
        },
      };
    }
    case 'controller': {
      const error = () => turn - (plant.readHeading() - start);
      let sum = 0;
      return {
        remaining: () =>
          Math.max(
            Math.abs(error()) - TURN_TOLERANCE,
            // In rad like the error: how far it turns within half a second.
            (Math.abs(plant.readRate()) - TURN_END_RATE) / 2,
          ),
        steer: () => {
          const now = error();
          const wanted = control.p * now + control.i * sum - control.d * plant.readRate();
          const limited = Math.max(-power2, Math.min(power2, wanted));
          if (limited === wanted) sum += now * believed.program.loopPeriod;
          turnBy(limited);
        },
      };
    }
  }
}
function arcController(plant, instruction, believed) {
  const { leftPower, rightPower, stopAfter, by } = instruction;
  const direction2 = Math.sign(instruction.turn);
  const steer = () => plant.setPower(leftPower, rightPower);
  if (by === 'gyro') {
    const start = plant.readHeading();
    return { remaining: () => stopAfter - direction2 * (plant.readHeading() - start), steer };
  }
  const left = plant.readLeftMotor();
  const right = plant.readRightMotor();
  return {
    remaining: () => {
      const lead = plant.readRightMotor() - right - (plant.readLeftMotor() - left);
      return (
        stopAfter - (direction2 * distanceOfMotor(believed.drive, lead)) / believed.drive.track
      );
    },
    steer,
  };
}
function alignController(plant, instruction) {
  const { power: power2, threshold } = instruction;
  let first = true;
  let second = true;
  const look = () => {
    if (first) first = plant.readLight('first') >= threshold;
    if (second) second = plant.readLight('second') >= threshold;
  };
  return {
    remaining: () => {
      look();
      return first || second ? 1 : 0;
    },
    steer: () => plant.setPower(first ? power2 : 0, second ? power2 : 0),
  };
}
function armController(plant, instruction) {
  const start = plant.readArm();
  const { angle, runOn, stallTime, power: power2 } = instruction;
  let last = start;
  let movedAt = plant.time;
  return {
    remaining: () => {
      const position = plant.readArm();
      if (position !== last) {
        last = position;
        movedAt = plant.time;
      } else if (plant.time - movedAt >= stallTime) return 0;
      return Math.abs(angle) - runOn - Math.abs(position - start);
    },
    steer: () => plant.setArmPower(power2),
  };
}

// src/core/simulation/program.ts
function execution(plant, believed, sampling, phase = () => 0) {
  return { plant, believed, sampling, memory: { headingOffset: 0 }, phase, late: 0 };
}
function carryOut(run, instruction) {
  const { plant } = run;
  switch (instruction.kind) {
    case 'wait':
      plant.advanceTo(plant.time + instruction.duration);
      plant.disturb(true);
      return 'reached';
    case 'zero': {
      const end = waitUntilStill(run, instruction.timeLimit);
      plant.resetGyro();
      run.memory.headingOffset = 0;
      return end;
    }
    case 'arm': {
      const end = drive(run, instruction);
      plant.setArmPower(0);
      return settle(run, instruction.rest, end);
    }
    case 'turn':
    case 'arc':
      return settle(run, instruction.rest, drive(run, instruction));
    case 'straight':
    case 'align': {
      const end = drive(run, instruction);
      settle(run, instruction.rest, end);
      if (instruction.headingAfter !== null) {
        plant.restAgainst();
        run.memory.headingOffset = instruction.headingAfter - plant.readHeading();
      }
      return end;
    }
  }
}
function settle({ plant }, rest, end) {
  plant.advanceTo(plant.time + rest);
  plant.disturb(true);
  return end;
}
function drive(run, instruction) {
  const { plant, believed, sampling } = run;
  const phase = run.phase();
  if (phase > 0) plant.advanceTo(plant.time + phase);
  const { loopPeriod } = believed.program;
  const controller = controllerOf(plant, instruction, believed, run.memory);
  const deadline = plant.time + instruction.timeLimit;
  let before = controller.remaining();
  if (before <= 0) return 'reached';
  controller.steer();
  let drop = Infinity;
  while (plant.time < deadline) {
    let passed;
    if (sampling === 'ticks') {
      plant.advanceTo(plant.time + loopPeriod);
      plant.disturb();
      passed = controller.remaining() <= 0 ? 0 : null;
    } else {
      const far = before > FAR * drop && Number.isFinite(before);
      passed = advanceWatching(plant, controller, loopPeriod, far ? 1 : WATCHES);
      const now = passed === null ? controller.remaining() : 0;
      drop = before - now > 0 ? before - now : Infinity;
      before = now;
    }
    if (passed !== null) {
      const wait = sampling === 'ticks' ? 0 : loopPeriod / 2 - passed + run.late;
      plant.halt(instruction.stop, wait);
      return 'reached';
    }
    controller.steer();
  }
  plant.halt(instruction.stop);
  return 'time limit';
}
var WATCHES = 4;
var FAR = 3;
function advanceWatching(plant, controller, loopPeriod, watches) {
  const start = plant.time;
  let before = controller.remaining();
  for (let watch = 1; watch <= watches; watch++) {
    const from = plant.time;
    plant.advanceTo(start + (loopPeriod * watch) / watches);
    const now = controller.remaining();
    if (now <= 0) {
      if (!Number.isFinite(before) || before <= 0) return 0;
      return (plant.time - from) * (-now / (before - now));
    }
    before = now;
  }
  return null;
}
function waitUntilStill({ plant, believed, sampling }, timeLimit) {
  const deadline = plant.time + timeLimit;
  let stillSince = plant.time;
  while (plant.time < deadline) {
    plant.advanceTo(plant.time + believed.program.loopPeriod);
    if (sampling === 'ticks') plant.disturb(true);
    if (Math.abs(plant.readRate()) > STILL_RATE) stillSince = plant.time;
    if (plant.time - stillSince >= STILL_TIME) return 'reached';
  }
  return 'time limit';
}

// src/core/simulation/randomness.ts
var import_math_base_special_ln = __toESM(require_lib60(), 1);

// node_modules/pure-rand/lib/esm/generator/xoroshiro128plus.js
var jumps = [3639956645, 3750757012, 1261568508, 386426335];
var XoroShiro128Plus = class XoroShiro128Plus2 {
  constructor(s01, s00, s11, s10) {
    this.s01 = s01;
    this.s00 = s00;
    this.s11 = s11;
    this.s10 = s10;
  }
  clone() {
    return new XoroShiro128Plus2(this.s01, this.s00, this.s11, this.s10);
  }
  next() {
    const out = (this.s00 + this.s10) | 0;
    const a0 = this.s10 ^ this.s00;
    const a1 = this.s11 ^ this.s01;
    const s00 = this.s00;
    const s01 = this.s01;
    this.s00 = (s00 << 24) ^ (s01 >>> 8) ^ a0 ^ (a0 << 16);
    this.s01 = (s01 << 24) ^ (s00 >>> 8) ^ a1 ^ ((a1 << 16) | (a0 >>> 16));
    this.s10 = (a1 << 5) ^ (a0 >>> 27);
    this.s11 = (a0 << 5) ^ (a1 >>> 27);
    return out;
  }
  jump() {
    let ns01 = 0;
    let ns00 = 0;
    let ns11 = 0;
    let ns10 = 0;
    let s01 = this.s01;
    let s00 = this.s00;
    let s11 = this.s11;
    let s10 = this.s10;
    for (let i = 0; i !== 4; ++i) {
      const ji = jumps[i];
      for (let mask = 1; mask; mask <<= 1) {
        if (ji & mask) {
          ns01 ^= s01;
          ns00 ^= s00;
          ns11 ^= s11;
          ns10 ^= s10;
        }
        const a0 = s10 ^ s00;
        const a1 = s11 ^ s01;
        const s00_ = s00;
        const s01_ = s01;
        s00 = (s00_ << 24) ^ (s01_ >>> 8) ^ a0 ^ (a0 << 16);
        s01 = (s01_ << 24) ^ (s00_ >>> 8) ^ a1 ^ ((a1 << 16) | (a0 >>> 16));
        s10 = (a1 << 5) ^ (a0 >>> 27);
        s11 = (a0 << 5) ^ (a1 >>> 27);
      }
    }
    this.s01 = ns01;
    this.s00 = ns00;
    this.s11 = ns11;
    this.s10 = ns10;
  }
  getState() {
    return [this.s01, this.s00, this.s11, this.s10];
  }
};
function xoroshiro128plus(seed) {
  return new XoroShiro128Plus(-1, ~seed, seed | 0, 0);
}

// src/core/simulation/randomness.ts
function runRandomness(seed, run) {
  const normal = (purpose) => standardNormal(uniform(seed, run, purpose));
  return {
    placement: normal(1),
    power: normal(2),
    gyro: normal(3),
    gyroNoise: normal(4),
    range: normal(5),
    rangeDropout: uniform(seed, run, 6),
    ground: normal(7),
    bump: uniform(seed, run, 8),
    phase: uniform(seed, run, 9),
    light: normal(21),
    contact: normal(22),
  };
}
function uniform(seed, run = 0, purpose = 0) {
  const generator = xoroshiro128plus(mix(mix(mix(seed) ^ run) ^ Math.imul(purpose, 2654435769)));
  for (let i = 0; i < 16; i++) generator.next();
  return () => (generator.next() >>> 0) / 4294967296;
}
function standardNormal(draw) {
  let spare = 0;
  let scale = 0;
  let kept = false;
  return () => {
    kept = !kept;
    if (!kept) return spare * scale;
    let square = 0;
    let first = 0;
    do {
      spare = 2 * draw() - 1;
      first = 2 * draw() - 1;
      square = spare * spare + first * first;
    } while (square === 0 || square > 1);
    scale = Math.sqrt((-2 * (0, import_math_base_special_ln.default)(square)) / square);
    return first * scale;
  };
}
function mix(value) {
  let hash = value | 0;
  hash = Math.imul(hash ^ (hash >>> 16), 2246822507);
  hash = Math.imul(hash ^ (hash >>> 13), 3266489909);
  return (hash ^ (hash >>> 16)) | 0;
}

// src/core/simulation/run.ts
function startPose(plan, field) {
  const start = field.starts.find((place) => place.id === plan.startId);
  if (start === void 0) throw new RangeError('The route starts at a place the field lacks.');
  return start.pose;
}
function nominalRun(experiment2) {
  const { plan, field, believed, truth } = experiment2;
  const plant = new Plant(truth, worldOf(field));
  plant.putDown(startPose(plan, field), null);
  return recordRun(plant, instructionsOf(plan.moves, believed), believed, 'mean');
}
function recordRun(plant, instructions, believed, sampling, phase = () => 0) {
  const tape = new TraceTape();
  tape.record(plant);
  plant.tape = tape;
  const run = execution(plant, believed, sampling, () => phase() * believed.program.loopPeriod);
  const moves = [];
  for (const [index, instruction] of instructions.entries()) {
    tape.move = index;
    plant.touched = false;
    const from = plant.time;
    const start = poseOf(plant);
    const ended = carryOut(run, instruction);
    tape.record(plant);
    const { moveId } = instruction;
    const { touched } = plant;
    moves.push({ moveId, from, to: plant.time, start, end: poseOf(plant), ended, touched });
  }
  return { moves, trace: tape.moments, duration: plant.time, end: poseOf(plant) };
}
function poseOf(plant) {
  return { x: plant.x, y: plant.y, heading: plant.heading };
}
var TraceTape = class {
  nextTime = TRACE_INTERVAL;
  move = 0;
  moments = [];
  record(plant) {
    this.moments.push({ time: plant.time, move: this.move, ...poseOf(plant) });
    this.nextTime = plant.time + TRACE_INTERVAL;
  }
};

// src/core/simulation/forecast.ts
var CONDITIONS = ['along', 'left', 'turned', 'voltage', 'drift'];
function emptyForecast(experiment2, seed, runs, first = 0) {
  const nominal = nominalRun(experiment2);
  const times = [];
  const moves = [];
  nominal.moves.forEach((move, index) => {
    for (let sample = 1; sample <= SAMPLES_PER_MOVE; sample++) {
      times.push(move.from + ((move.to - move.from) * sample) / SAMPLES_PER_MOVE);
      moves.push(index);
    }
  });
  return {
    seed,
    first,
    runs,
    moments: { times, moves },
    poses: new Float32Array(runs * times.length * 3),
    durations: new Float32Array(runs),
    timeLimits: new Uint8Array(runs),
    collisions: new Uint8Array(runs),
    dropouts: new Uint16Array(runs),
    conditions: new Float32Array(runs * CONDITIONS.length),
  };
}
function simulateRuns(experiment2, forecast, from, to) {
  const { plan, field, believed, truth } = experiment2;
  const instructions = instructionsOf(plan.moves, believed);
  const start = startPose(plan, field);
  const plant = new Plant(truth, worldOf(field));
  const expectsTouch = instructions.map(touches);
  const tape = new SampleTape(forecast);
  plant.tape = tape;
  for (let run = from; run < to; run++) {
    const randomness = runRandomness(forecast.seed, forecast.first + run);
    plant.putDown(start, randomness);
    keepConditions(forecast, run, plant, start, truth);
    tape.beginRun(run);
    const program = execution(
      plant,
      believed,
      'ticks',
      () => randomness.phase() * believed.program.loopPeriod,
    );
    for (let move = 0; move < instructions.length; move++) {
      tape.beginMove(move, plant.time);
      plant.touched = false;
      const ended = carryOut(program, instructions[move]);
      if (ended === 'time limit') forecast.timeLimits[run]++;
      tape.endMove(plant);
      if (plant.touched && !expectsTouch[move]) forecast.collisions[run]++;
    }
    forecast.durations[run] = plant.time;
    forecast.dropouts[run] = plant.dropouts;
  }
}
function touches(instruction) {
  return (
    instruction.kind === 'straight' &&
    (instruction.until.kind === 'touch' || instruction.headingAfter !== null)
  );
}
function keepConditions(forecast, run, plant, start, truth) {
  const { x: along, y: left, heading: turned } = relativeTo(start, poseOf(plant));
  const { batteryVoltage, gyroDrift } = plant;
  forecast.conditions.set(
    [along, left, turned, batteryVoltage - truth.battery.voltage, gyroDrift - truth.gyro.bias],
    run * CONDITIONS.length,
  );
}
function momentAfterMove(move) {
  return (move + 1) * SAMPLES_PER_MOVE - 1;
}
var SampleTape = class {
  constructor(forecast) {
    this.forecast = forecast;
    const { times } = forecast.moments;
    this.nominalStarts = new Float64Array(times.length / SAMPLES_PER_MOVE);
    for (let move = 1; move < this.nominalStarts.length; move++) {
      this.nominalStarts[move] = times[momentAfterMove(move - 1)];
    }
  }
  forecast;
  nextTime = Infinity;
  run = 0;
  moment = 0;
  lastOfMove = 0;
  moveOffset = 0;
  nominalStarts;
  beginRun(run) {
    this.run = run;
    this.moment = 0;
  }
  beginMove(move, time) {
    this.lastOfMove = momentAfterMove(move);
    this.moveOffset = time - this.nominalStarts[move];
    this.scheduleNext();
  }
  record(plant) {
    this.write(plant, this.moment);
    this.moment++;
    this.scheduleNext();
  }
  /** A run that is quicker than the nominal one stands at its end for the remaining moments. */
  endMove(plant) {
    for (; this.moment <= this.lastOfMove; this.moment++) this.write(plant, this.moment);
    this.nextTime = Infinity;
  }
  scheduleNext() {
    this.nextTime =
      this.moment < this.lastOfMove
        ? this.forecast.moments.times[this.moment] + this.moveOffset
        : Infinity;
  }
  write(plant, moment) {
    const at = (this.run * this.forecast.moments.times.length + moment) * 3;
    this.forecast.poses[at] = plant.x;
    this.forecast.poses[at + 1] = plant.y;
    this.forecast.poses[at + 2] = plant.heading;
  }
};

// tests/speed/table.ts
function percentile(values, share) {
  return values.toSorted((a, b) => a - b)[Math.floor(share * values.length)];
}

// tests/speed/cReference.ts
var RUNS = 150;
var ROUNDS = 5;
var experiment = {
  plan: {
    startId: 'floor',
    moves: ['a', 'b', 'c', 'd'].map((id) => newMove('drive', id, { distance: 1500, speed: 300 })),
  },
  field: {
    width: 2e4,
    height: 2e4,
    border: false,
    matchSeconds: null,
    models: [],
    walls: [],
    lines: [],
    starts: [{ id: 'floor', name: 'Floor', pose: { x: 0, y: 0, heading: 0 } }],
    picture: null,
  },
  believed: STARTING_SETUP,
  truth: STARTING_SETUP,
};
function besideC() {
  const program = join(mkdtempSync(join(tmpdir(), 'corvat-')), 'loop');
  const source = fileURLToPath(new URL('loop.c', import.meta.url));
  const compiled = spawnSync('cc', ['-O2', '-D_GNU_SOURCE', '-o', program, source, '-lm']);
  if (compiled.status !== 0) {
    return [{ what: 'speed beside the same loop in C', measured: 'no compiler', aim: '' }];
  }
  const forecast = emptyForecast(experiment, 1, RUNS);
  simulateRuns(experiment, forecast, 0, RUNS);
  const { loopPeriod, settle: settle2 } = STARTING_SETUP.program;
  const ratios = [];
  const own = [];
  for (let round = 0; round < ROUNDS; round++) {
    const from = performance.now();
    simulateRuns(experiment, forecast, 0, RUNS);
    const seconds = (performance.now() - from) / 1e3;
    const ticks = forecast.durations.reduce(
      (sum, time) => sum + (time - 4 * settle2) / loopPeriod,
      0,
    );
    const answer = spawnSync(program, [String(RUNS)])
      .stdout.toString()
      .split(' ')
      .map(Number);
    own.push((1e9 * seconds) / ticks);
    ratios.push(answer[0] / answer[1] / (ticks / seconds));
  }
  return [
    {
      what: 'a tick of the loop, core alone',
      measured: `${percentile(own, 0.5).toFixed(0)} ns`,
      aim: '',
    },
    {
      what: 'time beside the same loop in C, -O2',
      measured: `${percentile(ratios, 0.5).toFixed(2)} \xD7`,
      aim: 'under 2 \xD7',
    },
  ];
}

// c-tmp.ts
console.log(besideC());
/*! Bundled license information:

@stdlib/math-base-assert-is-nan/lib/main.js:
@stdlib/math-base-assert-is-nan/lib/index.js:
@stdlib/math-base-special-floor/lib/main.js:
@stdlib/math-base-special-floor/lib/index.js:
@stdlib/math-base-special-ceil/lib/main.js:
@stdlib/math-base-special-ceil/lib/index.js:
@stdlib/math-base-special-trunc/lib/main.js:
@stdlib/math-base-special-trunc/lib/index.js:
@stdlib/number-ctor/lib/main.js:
@stdlib/number-ctor/lib/index.js:
@stdlib/constants-float64-ninf/lib/index.js:
@stdlib/constants-float64-pinf/lib/index.js:
@stdlib/constants-float64-exponent-bias/lib/index.js:
@stdlib/constants-float64-max-base2-exponent/lib/index.js:
@stdlib/constants-float64-max-base2-exponent-subnormal/lib/index.js:
@stdlib/constants-float64-min-base2-exponent-subnormal/lib/index.js:
@stdlib/math-base-assert-is-infinite/lib/main.js:
@stdlib/math-base-assert-is-infinite/lib/index.js:
@stdlib/utils-define-property/lib/builtin.js:
@stdlib/utils-define-property/lib/polyfill.js:
@stdlib/utils-define-property/lib/index.js:
@stdlib/utils-define-nonenumerable-read-only-property/lib/main.js:
@stdlib/utils-define-nonenumerable-read-only-property/lib/index.js:
@stdlib/assert-has-symbol-support/lib/main.js:
@stdlib/assert-has-symbol-support/lib/index.js:
@stdlib/assert-has-tostringtag-support/lib/main.js:
@stdlib/assert-has-tostringtag-support/lib/index.js:
@stdlib/utils-native-class/lib/tostring.js:
@stdlib/utils-native-class/lib/main.js:
@stdlib/assert-has-own-property/lib/main.js:
@stdlib/assert-has-own-property/lib/index.js:
@stdlib/symbol-ctor/lib/main.js:
@stdlib/symbol-ctor/lib/index.js:
@stdlib/utils-native-class/lib/tostringtag.js:
@stdlib/utils-native-class/lib/polyfill.js:
@stdlib/utils-native-class/lib/index.js:
@stdlib/assert-is-uint32array/lib/main.js:
@stdlib/assert-is-uint32array/lib/index.js:
@stdlib/constants-uint32-max/lib/index.js:
@stdlib/assert-has-uint32array-support/lib/uint32array.js:
@stdlib/assert-has-uint32array-support/lib/main.js:
@stdlib/assert-has-uint32array-support/lib/index.js:
@stdlib/array-uint32/lib/main.js:
@stdlib/array-uint32/lib/polyfill.js:
@stdlib/array-uint32/lib/index.js:
@stdlib/assert-is-float64array/lib/main.js:
@stdlib/assert-is-float64array/lib/index.js:
@stdlib/assert-has-float64array-support/lib/float64array.js:
@stdlib/assert-has-float64array-support/lib/main.js:
@stdlib/assert-has-float64array-support/lib/index.js:
@stdlib/array-float64/lib/main.js:
@stdlib/array-float64/lib/polyfill.js:
@stdlib/array-float64/lib/index.js:
@stdlib/assert-is-uint8array/lib/main.js:
@stdlib/assert-is-uint8array/lib/index.js:
@stdlib/constants-uint8-max/lib/index.js:
@stdlib/assert-has-uint8array-support/lib/uint8array.js:
@stdlib/assert-has-uint8array-support/lib/main.js:
@stdlib/assert-has-uint8array-support/lib/index.js:
@stdlib/array-uint8/lib/main.js:
@stdlib/array-uint8/lib/polyfill.js:
@stdlib/array-uint8/lib/index.js:
@stdlib/assert-is-uint16array/lib/main.js:
@stdlib/assert-is-uint16array/lib/index.js:
@stdlib/constants-uint16-max/lib/index.js:
@stdlib/assert-has-uint16array-support/lib/uint16array.js:
@stdlib/assert-has-uint16array-support/lib/main.js:
@stdlib/assert-has-uint16array-support/lib/index.js:
@stdlib/array-uint16/lib/main.js:
@stdlib/array-uint16/lib/polyfill.js:
@stdlib/array-uint16/lib/index.js:
@stdlib/assert-is-little-endian/lib/ctors.js:
@stdlib/assert-is-little-endian/lib/main.js:
@stdlib/assert-is-little-endian/lib/index.js:
@stdlib/number-float64-base-to-words/lib/indices.js:
@stdlib/number-float64-base-to-words/lib/assign.js:
@stdlib/number-float64-base-to-words/lib/main.js:
@stdlib/number-float64-base-to-words/lib/index.js:
@stdlib/number-float64-base-get-high-word/lib/high.js:
@stdlib/number-float64-base-get-high-word/lib/main.js:
@stdlib/number-float64-base-get-high-word/lib/index.js:
@stdlib/number-float64-base-from-words/lib/indices.js:
@stdlib/number-float64-base-from-words/lib/main.js:
@stdlib/number-float64-base-from-words/lib/index.js:
@stdlib/math-base-special-copysign/lib/main.js:
@stdlib/math-base-special-copysign/lib/index.js:
@stdlib/constants-float64-smallest-normal/lib/index.js:
@stdlib/math-base-special-abs/lib/index.js:
@stdlib/number-float64-base-normalize/lib/assign.js:
@stdlib/number-float64-base-normalize/lib/main.js:
@stdlib/number-float64-base-normalize/lib/index.js:
@stdlib/constants-float64-high-word-exponent-mask/lib/index.js:
@stdlib/number-float64-base-exponent/lib/main.js:
@stdlib/number-float64-base-exponent/lib/index.js:
@stdlib/math-base-special-ldexp/lib/main.js:
@stdlib/math-base-special-ldexp/lib/index.js:
@stdlib/math-base-special-exp/lib/index.js:
@stdlib/constants-float64-high-word-significand-mask/lib/index.js:
@stdlib/number-float64-base-get-low-word/lib/low.js:
@stdlib/number-float64-base-get-low-word/lib/main.js:
@stdlib/number-float64-base-get-low-word/lib/index.js:
@stdlib/math-base-special-round/lib/main.js:
@stdlib/math-base-special-round/lib/index.js:
@stdlib/math-base-special-rempio2/lib/index.js:
@stdlib/math-base-special-sincos/lib/main.js:
@stdlib/math-base-special-sincos/lib/index.js:
@stdlib/number-float64-base-set-high-word/lib/high.js:
@stdlib/number-float64-base-set-high-word/lib/main.js:
@stdlib/number-float64-base-set-high-word/lib/index.js:
@stdlib/math-base-special-ln/lib/index.js:
  (**
  * @license Apache-2.0
  *
  * Copyright (c) 2018 The Stdlib Authors.
  *
  * Licensed under the Apache License, Version 2.0 (the "License");
  * you may not use this file except in compliance with the License.
  * You may obtain a copy of the License at
  *
  *    http://www.apache.org/licenses/LICENSE-2.0
  *
  * Unless required by applicable law or agreed to in writing, software
  * distributed under the License is distributed on an "AS IS" BASIS,
  * WITHOUT WARRANTIES OR CONDITIONS OF ANY KIND, either express or implied.
  * See the License for the specific language governing permissions and
  * limitations under the License.
  *)

@stdlib/constants-float64-high-word-sign-mask/lib/index.js:
@stdlib/constants-float64-high-word-abs-mask/lib/index.js:
@stdlib/string-base-format-interpolate/lib/is_number.js:
@stdlib/string-base-format-interpolate/lib/zero_pad.js:
@stdlib/string-base-format-interpolate/lib/format_integer.js:
@stdlib/string-base-format-interpolate/lib/is_string.js:
@stdlib/string-base-format-interpolate/lib/format_double.js:
@stdlib/string-base-format-interpolate/lib/space_pad.js:
@stdlib/string-base-format-interpolate/lib/main.js:
@stdlib/string-base-format-interpolate/lib/index.js:
@stdlib/string-base-format-tokenize/lib/main.js:
@stdlib/string-base-format-tokenize/lib/index.js:
@stdlib/string-format/lib/is_string.js:
@stdlib/string-format/lib/main.js:
@stdlib/string-format/lib/index.js:
@stdlib/math-base-special-exp/lib/polyval_p.js:
@stdlib/math-base-special-ln/lib/polyval_p.js:
@stdlib/math-base-special-ln/lib/polyval_q.js:
  (**
  * @license Apache-2.0
  *
  * Copyright (c) 2022 The Stdlib Authors.
  *
  * Licensed under the Apache License, Version 2.0 (the "License");
  * you may not use this file except in compliance with the License.
  * You may obtain a copy of the License at
  *
  *    http://www.apache.org/licenses/LICENSE-2.0
  *
  * Unless required by applicable law or agreed to in writing, software
  * distributed under the License is distributed on an "AS IS" BASIS,
  * WITHOUT WARRANTIES OR CONDITIONS OF ANY KIND, either express or implied.
  * See the License for the specific language governing permissions and
  * limitations under the License.
  *)

@stdlib/utils-define-property/lib/define_property.js:
@stdlib/utils-define-property/lib/has_define_property_support.js:
@stdlib/math-base-special-abs/lib/main.js:
@stdlib/array-base-filled/lib/main.js:
@stdlib/array-base-filled/lib/index.js:
@stdlib/array-base-zeros/lib/main.js:
@stdlib/array-base-zeros/lib/index.js:
  (**
  * @license Apache-2.0
  *
  * Copyright (c) 2021 The Stdlib Authors.
  *
  * Licensed under the Apache License, Version 2.0 (the "License");
  * you may not use this file except in compliance with the License.
  * You may obtain a copy of the License at
  *
  *    http://www.apache.org/licenses/LICENSE-2.0
  *
  * Unless required by applicable law or agreed to in writing, software
  * distributed under the License is distributed on an "AS IS" BASIS,
  * WITHOUT WARRANTIES OR CONDITIONS OF ANY KIND, either express or implied.
  * See the License for the specific language governing permissions and
  * limitations under the License.
  *)

@stdlib/math-base-special-exp/lib/expmulti.js:
@stdlib/math-base-special-exp/lib/main.js:
  (**
  * @license Apache-2.0
  *
  * Copyright (c) 2018 The Stdlib Authors.
  *
  * Licensed under the Apache License, Version 2.0 (the "License");
  * you may not use this file except in compliance with the License.
  * You may obtain a copy of the License at
  *
  *    http://www.apache.org/licenses/LICENSE-2.0
  *
  * Unless required by applicable law or agreed to in writing, software
  * distributed under the License is distributed on an "AS IS" BASIS,
  * WITHOUT WARRANTIES OR CONDITIONS OF ANY KIND, either express or implied.
  * See the License for the specific language governing permissions and
  * limitations under the License.
  *
  *
  * ## Notice
  *
  * The following copyrights, licenses, and long comment were part of the original implementation available as part of [Go]{@link https://github.com/golang/go/blob/cb07765045aed5104a3df31507564ac99e6ddce8/src/math/exp.go}, which in turn was based on an implementation available as part of [FreeBSD]{@link https://svnweb.freebsd.org/base/release/9.3.0/lib/msun/src/e_exp.c}. The implementation follows the original, but has been modified for JavaScript.
  *
  * ```text
  * Copyright (c) 2009 The Go Authors. All rights reserved.
  *
  * Redistribution and use in source and binary forms, with or without
  * modification, are permitted provided that the following conditions are
  * met:
  *
  *    * Redistributions of source code must retain the above copyright
  * notice, this list of conditions and the following disclaimer.
  *    * Redistributions in binary form must reproduce the above
  * copyright notice, this list of conditions and the following disclaimer
  * in the documentation and/or other materials provided with the
  * distribution.
  *    * Neither the name of Google Inc. nor the names of its
  * contributors may be used to endorse or promote products derived from
  * this software without specific prior written permission.
  *
  * THIS SOFTWARE IS PROVIDED BY THE COPYRIGHT HOLDERS AND CONTRIBUTORS
  * "AS IS" AND ANY EXPRESS OR IMPLIED WARRANTIES, INCLUDING, BUT NOT
  * LIMITED TO, THE IMPLIED WARRANTIES OF MERCHANTABILITY AND FITNESS FOR
  * A PARTICULAR PURPOSE ARE DISCLAIMED. IN NO EVENT SHALL THE COPYRIGHT
  * OWNER OR CONTRIBUTORS BE LIABLE FOR ANY DIRECT, INDIRECT, INCIDENTAL,
  * SPECIAL, EXEMPLARY, OR CONSEQUENTIAL DAMAGES (INCLUDING, BUT NOT
  * LIMITED TO, PROCUREMENT OF SUBSTITUTE GOODS OR SERVICES; LOSS OF USE,
  * DATA, OR PROFITS; OR BUSINESS INTERRUPTION) HOWEVER CAUSED AND ON ANY
  * THEORY OF LIABILITY, WHETHER IN CONTRACT, STRICT LIABILITY, OR TORT
  * (INCLUDING NEGLIGENCE OR OTHERWISE) ARISING IN ANY WAY OUT OF THE USE
  * OF THIS SOFTWARE, EVEN IF ADVISED OF THE POSSIBILITY OF SUCH DAMAGE.
  * ```
  *
  * ```text
  * Copyright (C) 2004 by Sun Microsystems, Inc. All rights reserved.
  *
  * Developed at SunPro, a Sun Microsystems, Inc. business.
  * Permission to use, copy, modify, and distribute this
  * software is freely granted, provided that this notice
  * is preserved.
  * ```
  *)

@stdlib/math-base-special-rempio2/lib/kernel_rempio2.js:
@stdlib/math-base-special-rempio2/lib/rempio2_medium.js:
  (**
  * @license Apache-2.0
  *
  * Copyright (c) 2018 The Stdlib Authors.
  *
  * Licensed under the Apache License, Version 2.0 (the "License");
  * you may not use this file except in compliance with the License.
  * You may obtain a copy of the License at
  *
  *    http://www.apache.org/licenses/LICENSE-2.0
  *
  * Unless required by applicable law or agreed to in writing, software
  * distributed under the License is distributed on an "AS IS" BASIS,
  * WITHOUT WARRANTIES OR CONDITIONS OF ANY KIND, either express or implied.
  * See the License for the specific language governing permissions and
  * limitations under the License.
  *
  *
  * ## Notice
  *
  * The following copyright and license were part of the original implementation available as part of [FreeBSD]{@link https://svnweb.freebsd.org/base/release/9.3.0/lib/msun/src/k_rem_pio2.c}. The implementation follows the original, but has been modified for JavaScript.
  *
  * ```text
  * Copyright (C) 1993 by Sun Microsystems, Inc. All rights reserved.
  *
  * Developed at SunPro, a Sun Microsystems, Inc. business.
  * Permission to use, copy, modify, and distribute this
  * software is freely granted, provided that this notice
  * is preserved.
  * ```
  *)

@stdlib/math-base-special-rempio2/lib/main.js:
  (**
  * @license Apache-2.0
  *
  * Copyright (c) 2018 The Stdlib Authors.
  *
  * Licensed under the Apache License, Version 2.0 (the "License");
  * you may not use this file except in compliance with the License.
  * You may obtain a copy of the License at
  *
  *    http://www.apache.org/licenses/LICENSE-2.0
  *
  * Unless required by applicable law or agreed to in writing, software
  * distributed under the License is distributed on an "AS IS" BASIS,
  * WITHOUT WARRANTIES OR CONDITIONS OF ANY KIND, either express or implied.
  * See the License for the specific language governing permissions and
  * limitations under the License.
  *
  *
  * ## Notice
  *
  * The following copyright and license were part of the original implementation available as part of [FreeBSD]{@link https://svnweb.freebsd.org/base/release/9.3.0/lib/msun/src/e_rem_pio2.c}. The implementation follows the original, but has been modified for JavaScript.
  *
  * ```text
  * Copyright (C) 1993 by Sun Microsystems, Inc. All rights reserved.
  *
  * Developed at SunPro, a Sun Microsystems, Inc. business.
  * Permission to use, copy, modify, and distribute this
  * software is freely granted, provided that this notice
  * is preserved.
  *
  * Optimized by Bruce D. Evans.
  * ```
  *)

@stdlib/math-base-special-sincos/lib/kernel_sincos.js:
@stdlib/math-base-special-sincos/lib/assign.js:
  (**
  * @license Apache-2.0
  *
  * Copyright (c) 2018 The Stdlib Authors.
  *
  * Licensed under the Apache License, Version 2.0 (the "License");
  * you may not use this file except in compliance with the License.
  * You may obtain a copy of the License at
  *
  *    http://www.apache.org/licenses/LICENSE-2.0
  *
  * Unless required by applicable law or agreed to in writing, software
  * distributed under the License is distributed on an "AS IS" BASIS,
  * WITHOUT WARRANTIES OR CONDITIONS OF ANY KIND, either express or implied.
  * See the License for the specific language governing permissions and
  * limitations under the License.
  *
  *
  * ## Notice
  *
  * The following copyright and license were part of the original implementation available as part of FreeBSD [k_sin.c]{@link https://svnweb.freebsd.org/base/release/9.3.0/lib/msun/src/k_sin.c} and [k_cos.c]{@link https://svnweb.freebsd.org/base/release/9.3.0/lib/msun/src/k_cos.c}. The implementation follows the original sine and cosine kernels, but has been modified for JavaScript and combined into a single function.
  *
  * ```text
  * Copyright (C) 1993 by Sun Microsystems, Inc. All rights reserved.
  *
  * Developed at SunPro, a Sun Microsystems, Inc. business.
  * Permission to use, copy, modify, and distribute this
  * software is freely granted, provided that this notice
  * is preserved.
  * ```
  *)

@stdlib/math-base-special-ln/lib/main.js:
  (**
  * @license Apache-2.0
  *
  * Copyright (c) 2018 The Stdlib Authors.
  *
  * Licensed under the Apache License, Version 2.0 (the "License");
  * you may not use this file except in compliance with the License.
  * You may obtain a copy of the License at
  *
  *    http://www.apache.org/licenses/LICENSE-2.0
  *
  * Unless required by applicable law or agreed to in writing, software
  * distributed under the License is distributed on an "AS IS" BASIS,
  * WITHOUT WARRANTIES OR CONDITIONS OF ANY KIND, either express or implied.
  * See the License for the specific language governing permissions and
  * limitations under the License.
  *
  *
  * ## Notice
  *
  * The following copyright and license were part of the original implementation available as part of [FreeBSD]{@link https://svnweb.freebsd.org/base/release/9.3.0/lib/msun/src/e_log.c}. The implementation follows the original, but has been modified for JavaScript.
  *
  * ```text
  * Copyright (C) 1993 by Sun Microsystems, Inc. All rights reserved.
  *
  * Developed at SunPro, a Sun Microsystems, Inc. business.
  * Permission to use, copy, modify, and distribute this
  * software is freely granted, provided that this notice
  * is preserved.
  * ```
  *)
*/
